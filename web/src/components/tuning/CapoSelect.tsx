import { say } from '@fleet-wren/wording';
/** Frets a capo is put on at the most. */
const HIGHEST = 9;

/** Where the capo is. */
export const CapoSelect = ({ capo, choose }: { readonly capo: number; readonly choose: (capo: number) => void }) => (
  <span className="choice">
    <select
      aria-label={say('parts.capo')}
      title={say('parts.capo')}
      value={capo}
      onChange={({ target }) => {
        choose(Number(target.value));
        target.blur();
      }}
    >
      {Array.from({ length: Math.max(HIGHEST, capo) + 1 }, (_, fret) => (
        <option key={fret} value={fret}>
          {fret === 0 ? say('common.no-capo') : say('parts.capo-2', { fret })}
        </option>
      ))}
    </select>
  </span>
);
