import { say } from '@fleet-wren/wording';
import type { Slur } from '@fleet-wren/core';

/** How a note is sounded: picked, or by one of these slurs of the fretting hand. */
export const SlurOptions = ({ slurs }: { readonly slurs: readonly Slur[] }) => (
  <>
    <option value="">{say('bench.picked')}</option>
    {slurs.map((slur) => (
      <option key={slur} value={slur}>
        {say(`slur.${slur}`)}
      </option>
    ))}
  </>
);
