import { say } from '@fleet-wren/wording';
import { MILLISECONDS_PER_DAY, PAIN_PLACES, type PainPlace, type PainReport } from '@fleet-wren/core';
import { format } from 'date-fns/format';
import { useNow } from '../components/useNow.ts';

const PLACES: Readonly<Record<PainPlace, string>> = {
  p: say('practice.pain-thumb'),
  i: say('practice.pain-index'),
  m: say('practice.pain-middle'),
  a: say('practice.pain-ring'),
  c: say('practice.pain-little'),
  wrist: say('practice.pain-wrist'),
  forearm: say('practice.pain-forearm'),
  elsewhere: say('practice.pain-elsewhere'),
};

interface PainQuestionProps {
  readonly report: (where: PainPlace) => void;
  readonly cancel: () => void;
}

/** Asks where it hurts: the answer is the report. */
export const PainQuestion = ({ report, cancel }: PainQuestionProps) => (
  <div className="room-pain" role="alertdialog" aria-labelledby="pain-title">
    <h1 id="pain-title">{say('practice.pain-where')}</h1>
    <p>{say('practice.pain-what-happens')}</p>
    <div className="room-pain-places">
      {PAIN_PLACES.map((place) => (
        <button key={place} type="button" onClick={() => report(place)}>
          {PLACES[place]}
        </button>
      ))}
    </div>
    <button type="button" className="room-pain-cancel" onClick={cancel} autoFocus>
      {say('practice.pain-none')}
    </button>
  </div>
);

/** In place of practice, until the teacher has answered and a rest is over. */
export const PausedByPain = ({ name, pain }: { readonly name: string; readonly pain: PainReport }) => (
  <div className="room-pain">
    <h1>{say('practice.paused')}</h1>
    <p>
      {pain.answer?.until === undefined
        ? say('practice.paused-until-answered', { name })
        : say('practice.paused-until', { name, until: format(pain.answer.until, 'EEEE d MMMM') })}
    </p>
    {pain.answer?.text && <p className="room-teacher">{say('practice.teacher-says', { text: pain.answer.text })}</p>}
    <p className="room-caution">{say('practice.paused-advice')}</p>
  </div>
);

/** Days the teacher's word stays in sight once practice goes on. */
const WORD_IN_SIGHT = 7;

/** What the teacher said to a report, once practice goes on. */
export const TeachersWord = ({ pain }: { readonly pain: PainReport | null }) => {
  const now = useNow();
  const answer = pain?.answer;
  if (!answer?.text || answer.at < now - WORD_IN_SIGHT * MILLISECONDS_PER_DAY) return null;
  return <p className="room-teacher">{say('practice.teacher-says', { text: answer.text })}</p>;
};
