import { say } from '@fleet-wren/wording';

interface BoxesProps {
  readonly tempos: readonly number[];
  /** How many of them are behind one already. */
  readonly from?: number;
}

/** Tempos with boxes to tick. */
export const TickBoxes = ({ tempos, from = 0 }: BoxesProps) => (
  <ul className="sheet-boxes" aria-label={say('sheet.tempos-to-tick-off')}>
    {tempos.slice(from).map((tempo) => (
      <li key={tempo}>
        <span className="box" aria-hidden="true" />
        {tempo}
      </li>
    ))}
  </ul>
);
