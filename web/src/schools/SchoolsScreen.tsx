import './schools.scss';
import { say, sayLabel, sayList, sayMessage } from '@fleet-wren/wording';
import {
  GRIPS,
  SCHOOL_GUIDES,
  fingerName,
  type Grip,
  type Pattern,
  type SchoolDigit,
  type SchoolGuide,
} from '@fleet-wren/core';
import { Button } from 'react-bootstrap';
import { Link, useNavigate, useParams } from 'react-router';
import { wordsOf } from '../api/api-error.ts';
import { useCreatePattern } from '../api/patterns.ts';
import { PatternPreview } from '../components/preview/PatternPreview.tsx';
import { StrokeSymbol } from '../components/stroke-symbol/StrokeSymbol.tsx';
import { PostureChecks, PosturePicture } from './PosturePicture.tsx';
import { useToast } from '../components/toast/ToastProvider.tsx';

const STRINGS = 6;

const GRIP_WORDS: Readonly<Record<Grip, string>> = {
  fingers: say('grip.fingers'),
  'thumb-pick': say('grip.thumb-pick'),
  'flat-pick-and-fingers': say('grip.flat-pick-and-fingers'),
  'flat-pick': say('grip.flat-pick'),
};

const sayStrings = ({ strings }: SchoolDigit): string =>
  strings.length === STRINGS
    ? say('schools.any-string')
    : say('schools.strings', { count: strings.length, strings: sayList([...strings].reverse().map(String)) });

/** Six strings with a token wherever a digit is at home. */
const HomeTable = ({ digits }: Pick<SchoolGuide, 'digits'>) => (
  <table className="school-homes">
    <tbody>
      {digits.map((one) => (
        <tr key={one.actuator}>
          <th scope="row">
            {one.digits.map((digit) => (
              <svg key={digit} viewBox="-16 -16 32 32" width={28} height={28} aria-hidden="true">
                <StrokeSymbol digit={digit} radius={11} />
              </svg>
            ))}
          </th>
          <td>{sayList(one.digits.map((digit) => sayMessage(fingerName(digit))))}</td>
          <td className="school-strings">{sayStrings(one)}</td>
        </tr>
      ))}
    </tbody>
  </table>
);

const Example = ({ pattern }: { readonly pattern: Pattern }) => {
  const create = useCreatePattern();
  const navigate = useNavigate();
  const notice = useToast();
  const open = (): void =>
    create.mutate(pattern, {
      onSuccess: ({ id }) => void navigate(`/patterns/${id}`),
      onError: (error) => notice({ text: wordsOf(error) }),
    });
  return (
    <section className="school-example" aria-label={pattern.name}>
      <PatternPreview pattern={pattern} />
      <Button variant="outline-secondary" size="sm" onClick={open} disabled={create.isPending}>
        {say('common.open-as-new-pattern')}
      </Button>
    </section>
  );
};

const Guide = ({ guide }: { readonly guide: SchoolGuide }) => {
  const { school, variants, examples, digits } = guide;
  return (
    <article aria-label={sayLabel(school.name)} className="school-guide">
      <h1>{sayLabel(school.name)}</h1>
      <p className="school-rule">{sayMessage(school.rule)}</p>
      <div className="school-facts">
        <section>
          <h2>{say('schools.who-plays')}</h2>
          <HomeTable digits={digits} />
        </section>
        <section className="school-posture">
          <h2>{say('schools.posture')}</h2>
          <PosturePicture guide={guide} />
          <PostureChecks guide={guide} />
        </section>
        <section>
          <h2>{say('schools.suits')}</h2>
          <p>{sayMessage(school.suits)}</p>
          <p className="school-grips">{school.grips.map((grip) => GRIP_WORDS[grip]).join(' · ')}</p>
        </section>
        {variants.length > 0 && (
          <section>
            <h2>{say('schools.variants')}</h2>
            <dl>
              {variants.map((variant) => (
                <div key={variant.key}>
                  <dt>{sayLabel(variant.name).replace(`${sayLabel(school.name)}: `, '')}</dt>
                  <dd>{sayMessage(variant.rule)}</dd>
                </div>
              ))}
            </dl>
          </section>
        )}
      </div>
      <h2>{say('schools.examples')}</h2>
      <div className="school-examples">
        {examples.map((pattern) => (
          <Example key={pattern.name} pattern={pattern} />
        ))}
      </div>
    </article>
  );
};

/** Schools by the first way they are held. */
const BY_GRIP = GRIPS.map((grip) => ({
  grip,
  guides: SCHOOL_GUIDES.filter(({ school }) => school.grips[0] === grip),
})).filter(({ guides }) => guides.length > 0);

/** What each school asks of the picking hand, whom it suits, and three figures as the solver fingers them. */
const SchoolsScreen = () => {
  const { key } = useParams();
  const guide = SCHOOL_GUIDES.find(({ school }) => school.key === key) ?? (SCHOOL_GUIDES[0] as SchoolGuide);
  return (
    <div className="schools">
      <nav aria-label={say('schools.title')}>
        <Link to="/patterns" className="back-link">
          {say('common.all-patterns')}
        </Link>
        <p className="schools-title">{say('schools.title')}</p>
        <p className="schools-intro">{say('schools.intro')}</p>
        {BY_GRIP.map(({ grip, guides }) => (
          <div key={grip} className="pick-list" role="group" aria-label={GRIP_WORDS[grip]}>
            <span className="pick-heading">{GRIP_WORDS[grip]}</span>
            {guides.map(({ school }) => (
              <Link
                key={school.key}
                to={`/schools/${school.key}`}
                aria-current={school === guide.school ? 'page' : undefined}
              >
                {sayLabel(school.name)}
              </Link>
            ))}
          </div>
        ))}
      </nav>
      <Guide key={guide.school.key} guide={guide} />
    </div>
  );
};

export default SchoolsScreen;
