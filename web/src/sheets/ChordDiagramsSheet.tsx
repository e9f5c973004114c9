import { say, sayLabel, sayProblems } from '@fleet-wren/wording';
import '../components/chords/chords.scss';
import {
  TUNINGS,
  createInstrument,
  tuningName,
  type RankedVoicing,
  type Instrument,
  type Tuning,
  type Voicing,
} from '@fleet-wren/core';
import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { latestSearchParams } from '../components/latest-search-params.ts';
import { useTunings } from '../components/tuning/useTunings.ts';
import { backgroundWorker } from '../workers/workers.ts';
import { useWorkerQuery } from '../workers/useWorkerQuery.ts';
import { ChordDiagramRow } from './sheet-elements.tsx';
import { SheetPage } from './SheetPage.tsx';

/** The strings shapes are for where nothing is said. */
const USUAL = createInstrument(TUNINGS[0] as Tuning);

/** Chords a page of shapes takes, and shapes of each. */
const LIMITS = { chords: 60, each: 8 } as const;

interface Question {
  readonly symbols: readonly string[];
  readonly instrument: Instrument;
}

/** The shapes of a chord by ease, or why there are none. */
interface Row {
  readonly symbol: string;
  readonly shapes: readonly Voicing[];
  readonly trouble: string | null;
}

const voicingOf = ({ voicing }: Pick<RankedVoicing, 'voicing'>): Voicing => voicing;

const askRow = async (symbol: string, instrument: Instrument, signal: AbortSignal): Promise<Row> => {
  const found = await backgroundWorker.request('voicings', [symbol, instrument], { signal });
  return found.ok
    ? { symbol, shapes: found.value.map(voicingOf), trouble: null }
    : { symbol, shapes: [], trouble: sayProblems(found.problems) };
};

const askRows = async ({ symbols, instrument }: Question, signal: AbortSignal): Promise<readonly Row[]> => {
  const rows: Row[] = [];
  for (const symbol of symbols) rows.push(await askRow(symbol, instrument, signal));
  return rows;
};

/** What is asked for stands in the address, so that a page can be kept and linked. */
const useAsked = (tunings: readonly Tuning[]) => {
  const [params, setParams] = useSearchParams();
  const change = (key: string, value: string): void => {
    const now = latestSearchParams();
    now.set(key, value);
    setParams(now, { replace: true });
  };
  const chords = params.get('chords') ?? say('sheet.c-am-f-g-dm-em');
  const each = Math.min(LIMITS.each, Math.max(1, Number(params.get('each')) || 3));
  const key = params.get('tuning') ?? 'standard';
  const tuning = tunings.find((one) => one.key === key) ?? (TUNINGS[0] as Tuning);
  const from = params.get('from') ?? '';
  return { chords, each, tuning, change, from: /^\/(patterns|songs)\/[\w-]+\/sheet$/.test(from) ? from : '/patterns' };
};

interface ChoicesProps {
  readonly asked: ReturnType<typeof useAsked>;
  readonly tunings: readonly Tuning[];
}

const Choices = ({ asked: { chords, each, tuning, change }, tunings }: ChoicesProps) => (
  <>
    <label className="sheet-chords">
      {say('sheet.chords')}
      <input value={chords} maxLength={400} onChange={({ target }) => change('chords', target.value)} />
    </label>
    <label>
      {say('sheet.strings')}
      <select value={tuning.key} onChange={({ target }) => change('tuning', target.value)}>
        {tunings.map(({ key, name }) => (
          <option key={key} value={key}>
            {sayLabel(name)}
          </option>
        ))}
      </select>
    </label>
    <label>
      {say('sheet.voicings-per-chord')}
      <select value={each} onChange={({ target }) => change('each', target.value)}>
        {Array.from({ length: LIMITS.each }, (_, index) => (
          <option key={index}>{index + 1}</option>
        ))}
      </select>
    </label>
  </>
);

/** A page of shapes: the easiest of each chord that is asked for, on the strings that are chosen. */
const ChordDiagramsSheet = () => {
  const tunings = useTunings(USUAL);
  const asked = useAsked(tunings);
  const { chords, each, tuning } = asked;
  const question = useMemo(
    () => ({
      symbols: [...new Set(chords.split(/[\s,;|]+/).filter(Boolean))].slice(0, LIMITS.chords),
      instrument: createInstrument(tuning),
    }),
    [chords, tuning],
  );
  const { value: rows = [], errorText } = useWorkerQuery(question, askRows);
  return (
    <SheetPage
      title={say('common.chord-diagrams')}
      back={asked.from}
      facts={[sayLabel(tuningName(question.instrument))]}
      choices={<Choices asked={asked} tunings={tunings} />}
    >
      {(paper) => (
        <>
          {errorText && <p role="alert">{errorText}</p>}
          {rows.length === 0 && !errorText && <p>{say('sheet.enter-one-or-more-chords-such')}</p>}
          {rows.map((row) => (
            <section key={row.symbol} className="sheet-shapes">
              {row.trouble ? (
                <p>
                  <b>{row.symbol}</b>: {row.trouble}
                </p>
              ) : (
                <ChordDiagramRow
                  voicings={row.shapes.slice(0, each)}
                  instrument={question.instrument}
                  names={paper.names}
                />
              )}
            </section>
          ))}
        </>
      )}
    </SheetPage>
  );
};

export default ChordDiagramsSheet;
