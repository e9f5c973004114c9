import { say, sayLabel } from '@fleet-wren/wording';
import { listSheetFacts } from '@fleet-wren/core';
import { useQuery } from '@tanstack/react-query';
import { useSearchParams } from 'react-router';
import { wordsOf } from '../api/api-error.ts';
import { fetchPatternsByTag } from '../api/patterns.ts';
import { PrintedPattern } from './PrintedPattern.tsx';
import { SheetPage } from './SheetPage.tsx';

/** Drills that are printed at once. */
const MOST = 60;

/** All patterns of a set in one document: what is in it first, then each on a page of its own. */
const DrillSetSheet = () => {
  const [query] = useSearchParams();
  const tag = query.get('tag') ?? '';
  const set = useQuery({ queryKey: ['set sheet', tag], queryFn: () => fetchPatternsByTag(tag), gcTime: 0 });
  if (set.isError) return <p className="page">{wordsOf(set.error)}</p>;
  if (!set.data) return null;
  const all = set.data.slice(0, MOST);
  return (
    <SheetPage
      title={tag}
      back={`/patterns?tag=${encodeURIComponent(tag)}`}
      facts={[
        say('sheet.patterns', { count: all.length }),
        set.data.length > MOST ? say('sheet.first-of-patterns', { most: MOST, setCount: set.data.length }) : '',
      ]}
    >
      {(paper) => (
        <>
          {all.length === 0 && <p>{say('sheet.this-set-is-empty')}</p>}
          <ol className="sheet-contents" aria-label={say('sheet.contents')}>
            {all.map(({ id, pattern }) => (
              <li key={id}>
                <a href={`#${id}`}>{pattern.name}</a> <small>{say('sheet.at-bpm', { tempo: pattern.tempo })}</small>
              </li>
            ))}
          </ol>
          {all.map(({ id, pattern }) => (
            <section key={id} id={id} className="sheet-one">
              <h2>{pattern.name}</h2>
              <p className="sheet-who">{listSheetFacts(pattern).map(sayLabel).join(' · ')}</p>
              <PrintedPattern pattern={pattern} paper={paper} />
            </section>
          ))}
        </>
      )}
    </SheetPage>
  );
};

export default DrillSetSheet;
