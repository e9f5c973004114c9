import { say, sayLabel } from '@fleet-wren/wording';
import { listSheetFacts } from '@fleet-wren/core';
import { useQuery } from '@tanstack/react-query';
import { useSearchParams } from 'react-router';
import { wordsOf } from '../api/api-error.ts';
import { fetchPatternsByTag } from '../api/patterns.ts';
import { PracticeStages } from './PracticeStages.tsx';
import { PrintedPattern } from './PrintedPattern.tsx';
import { SheetPage } from './SheetPage.tsx';

/** Patterns that are printed at once: as they are, and each with its stages. */
const MOST = { set: 60, method: 24 } as const;

/** Whether only the patterns are printed, or the way to each of them too. */
const KindChoice = ({
  isMethod,
  choose,
}: {
  readonly isMethod: boolean;
  readonly choose: (isMethod: boolean) => void;
}) => (
  <label className="sheet-kind">
    {say('sheet.print-as')}
    <select value={isMethod ? 'method' : 'set'} onChange={({ target }) => choose(target.value === 'method')}>
      <option value="set">{say('sheet.as-patterns')}</option>
      <option value="method">{say('sheet.as-method')}</option>
    </select>
  </label>
);

/**
 * All patterns of a set in one document: what is in it first, then each on a page of its own. As a method it has a
 * cover, and each pattern the stages that lead to it.
 */
const DrillSetSheet = () => {
  const [query, setQuery] = useSearchParams();
  const tag = query.get('tag') ?? '';
  const isMethod = query.get('as') === 'method';
  const set = useQuery({ queryKey: ['set sheet', tag], queryFn: () => fetchPatternsByTag(tag), gcTime: 0 });
  if (set.isError) return <p className="page">{wordsOf(set.error)}</p>;
  if (!set.data) return null;
  const most = isMethod ? MOST.method : MOST.set;
  const all = set.data.slice(0, most);
  return (
    <SheetPage
      title={tag}
      back={`/patterns?tag=${encodeURIComponent(tag)}`}
      facts={[
        say('sheet.patterns', { count: all.length }),
        set.data.length > most ? say('sheet.first-of-patterns', { most, setCount: set.data.length }) : '',
      ]}
      ways={
        <KindChoice
          isMethod={isMethod}
          choose={(wanted) => setQuery({ tag, ...(wanted ? { as: 'method' } : {}) }, { replace: true })}
        />
      }
      hasCover={isMethod}
    >
      {(paper) => (
        <>
          {all.length === 0 && <p>{say('sheet.this-set-is-empty')}</p>}
          {isMethod && <h2>{say('sheet.contents')}</h2>}
          <ol className="sheet-contents" aria-label={say('sheet.contents')}>
            {all.map(({ id, pattern }) => (
              <li key={id}>
                <a href={`#${id}`}>{pattern.name}</a> <small>{say('sheet.at-bpm', { tempo: pattern.tempo })}</small>
              </li>
            ))}
          </ol>
          {all.map(({ id, pattern }, index) => (
            <section key={id} id={id} className="sheet-one">
              <h2>{isMethod ? say('sheet.chapter', { number: index + 1, name: pattern.name }) : pattern.name}</h2>
              <p className="sheet-who">{listSheetFacts(pattern).map(sayLabel).join(' · ')}</p>
              <PrintedPattern pattern={pattern} paper={paper} />
              {isMethod && pattern.strokes.length > 0 && <PracticeStages pattern={pattern} paper={paper} />}
            </section>
          ))}
        </>
      )}
    </SheetPage>
  );
};

export default DrillSetSheet;
