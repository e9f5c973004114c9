import { say } from '@fleet-wren/wording';
import { layOutPosture, type SchoolGuide } from '@fleet-wren/core';
import { HandPicture } from '../components/hand-picture/HandPicture.tsx';

/** The picking hand as it waits over the strings in a school: computed from the strings each digit is at home on. */
export const PosturePicture = ({ guide }: { readonly guide: SchoolGuide }) => (
  <HandPicture digits={layOutPosture(guide.digits)} label={say('schools.posture-picture')} />
);

/** What to look at before the first note. */
export const PostureChecks = ({ guide }: { readonly guide: SchoolGuide }) => {
  const grip = (guide.school.grips[0] ?? 'fingers').replaceAll('-', '_');
  const resting = layOutPosture(guide.digits).filter(({ plays }) => !plays);
  return (
    <ul className="posture-checks">
      <li>{say('schools.check-wrist', { grip })}</li>
      <li>{say('schools.check-thumb', { grip })}</li>
      <li>{say('schools.check-planting', { grip })}</li>
      {resting.length > 0 && <li>{say('schools.check-resting')}</li>}
    </ul>
  );
};
