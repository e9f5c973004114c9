import { say } from '@fleet-wren/wording';
import { SLURS } from '@fleet-wren/core';

/** How a note is sounded: picked, or slurred to by the fretting hand. */
export const SlurOptions = () => (
  <>
    <option value="">{say('bench.picked')}</option>
    {SLURS.map((slur) => (
      <option key={slur} value={slur}>
        {say(`slur.${slur}`)}
      </option>
    ))}
  </>
);
