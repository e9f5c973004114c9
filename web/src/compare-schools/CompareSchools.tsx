import { say, sayLabel, saySentence } from '@fleet-wren/wording';
import './compare-schools.scss';
import {
  COMPARISON_LIMITS,
  SCHOOLS,
  isDeepEqual,
  type SchoolResult,
  type SchoolComparison,
  type HandProfile,
  type CustomSchool,
  type Pattern,
} from '@fleet-wren/core';
import { ArrowLeft } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { usePatternEditor, usePatternEditorStore } from '../workspace/pattern-editor-context.ts';
import { useSelectedHand } from '../components/hand/useSelectedHand.ts';
import { SchoolOptions, useAvailableCustomSchools } from '../components/schools/SchoolOptions.tsx';
import { backgroundWorker } from '../workers/workers.ts';
import { useWorkerQuery } from '../workers/useWorkerQuery.ts';
import { SchoolResultRow } from './SchoolResultRow.tsx';
import { StrainChart } from './StrainChart.tsx';

/** Schools compared with the pattern's own when nothing was chosen yet. */
const USUAL = ['one-per-string', 'three-finger', 'rolling', 'hybrid'];

/** In the place of one school: all of them. */
const ALL = 'all';
const EVERY_SCHOOL = SCHOOLS.map(({ key }) => key);

const chosenSchools = (pattern: Pattern, asked: string | null): readonly string[] => {
  const wanted = asked
    ? asked.split(',')
    : [pattern.school, ...USUAL.filter((key) => key !== pattern.school.split(':')[0])].slice(0, 4);
  return [...new Set(wanted)].slice(0, COMPARISON_LIMITS.most);
};

interface Question {
  readonly pattern: Pattern;
  readonly schools: string;
  readonly own: readonly CustomSchool[];
  readonly hand: HandProfile;
}

const compare = ({ pattern, schools, own, hand }: Question, signal: AbortSignal): Promise<SchoolComparison> =>
  backgroundWorker.request('compare', [pattern, schools.split(','), own, hand], { signal });

const useSchoolChoice = () => {
  const bench = usePatternEditorStore();
  const navigate = useNavigate();
  return ({ school, slurredNotes }: SchoolResult, own: ReturnType<typeof useAvailableCustomSchools>): void => {
    const { document: pattern, applyEdit } = bench.getState();
    const slurs = new Map(slurredNotes.map(({ stroke, slur }) => [stroke, slur]));
    const changed = pattern.strokes.filter(({ id, pin }) => pin || slurs.has(id));
    const strokes = changed.map(({ pin: _pin, ...stroke }) => {
      const slur = slurs.get(stroke.id);
      return slur ? { ...stroke, slur } : stroke;
    });
    applyEdit({
      kind: 'batch',
      edits: [
        { kind: 'put', strokes },
        { kind: 'chooseSchool', school, ownSchool: own.find(({ id }) => school === `own:${id}`) },
      ],
    });
    void navigate('..', { relative: 'path' });
  };
};

/** The same notes under several schools, side by side, and which to choose. */
const CompareSchools = () => {
  const pattern = usePatternEditor((state) => state.document);
  const { hand } = useSelectedHand();
  const [query, setQuery] = useSearchParams();
  const [pointed, setPointed] = useState<string | null>(null);
  const own = useAvailableCustomSchools(pattern.ownSchool);
  const schools = chosenSchools(pattern, query.get('schools'));
  const keys = schools.join(',');
  const named = own.filter(({ id }) => schools.includes(`own:${id}`));
  // The same value as long as the schools say the same: the comparison is asked for once.
  const [carried, setCarried] = useState(named);
  if (!isDeepEqual(carried, named)) setCarried(named);
  const question = useMemo(() => ({ pattern, schools: keys, own: carried, hand }), [pattern, keys, carried, hand]);
  const { value: comparison, errorText } = useWorkerQuery(question, compare);
  const use = useSchoolChoice();
  const choose = (next: readonly string[]): void => setQuery({ schools: next.join(',') }, { replace: true });
  const best = comparison?.recommendation.best ?? [];
  const bestStanding = best.length === 1 ? 'best' : 'level';
  return (
    <div className="approaches">
      <header>
        <Link to=".." relative="path" className="back-link">
          <ArrowLeft size={16} aria-hidden /> {pattern.name}
        </Link>
        <h1 className="verdict" aria-live="polite">
          {errorText ?? (comparison ? saySentence(comparison.recommendation.message) : '')}
        </h1>
        <p className="text-soft">
          {say('approaches.same-notes', { tempo: pattern.tempo, hand: sayLabel(hand.name) })}{' '}
          {schools.length < COMPARISON_LIMITS.most && (
            <select
              className="add-school"
              aria-label={say('approaches.add-a-school')}
              value=""
              onChange={({ target }) =>
                choose(target.value === ALL ? [...schools, ...EVERY_SCHOOL] : [...schools, target.value])
              }
            >
              <option value="">{say('approaches.add-a-school-more')}</option>
              <option value={ALL}>{say('approaches.add-all')}</option>
              <SchoolOptions own={own} without={schools} />
            </select>
          )}{' '}
          <Link to="/schools">{say('schools.about')}</Link>
        </p>
      </header>
      {comparison && (
        <div className="approaches-body">
          <div className="approaches-rows">
            {comparison.results.map((approach, index) => (
              <SchoolResultRow
                key={approach.school}
                approach={approach}
                number={index + 1}
                pattern={pattern}
                standing={best.includes(approach.school) ? bestStanding : null}
                current={pattern.school === approach.school}
                pointed={pointed === approach.school}
                point={setPointed}
                use={() => use(approach, own)}
                drop={
                  schools.length > COMPARISON_LIMITS.least
                    ? () => choose(schools.filter((key) => key !== approach.school))
                    : undefined
                }
              />
            ))}
          </div>
          <StrainChart
            approaches={comparison.results}
            tempo={pattern.tempo}
            best={best}
            pointed={pointed}
            point={setPointed}
          />
        </div>
      )}
    </div>
  );
};

export default CompareSchools;
