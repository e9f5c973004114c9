import { say, sayLabel } from '@fleet-wren/wording';
import {
  chooseSchool,
  createEndingsEdit,
  createPassBarsEdit,
  measureEndings,
  parseMetre,
  SUBDIVISIONS,
  isSubdivisionPossible,
  createMetreEdit,
  createResizeEdit,
  isCompoundMetre,
  metreKey,
  PATTERN_LIMITS,
  type Digit,
  type Endings,
  type Pattern,
} from '@fleet-wren/core';
import { memo } from 'react';
import { Button } from 'react-bootstrap';
import { Link, useLocation } from 'react-router';
import { useRestorePattern } from '../api/patterns.ts';
import { wordsOf } from '../api/api-error.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { useSelectedHand } from '../components/hand/useSelectedHand.ts';
import { TermHelp } from '../components/term/TermHelp.tsx';
import { SchoolOptions, useAvailableCustomSchools } from '../components/schools/SchoolOptions.tsx';
import { DocumentTitle } from '../components/document/DocumentTitle.tsx';
import { PillChoice } from '../components/document/PillChoice.tsx';
import { listMetreOptions } from '../components/document/metre-words.ts';
import { usePatternEditor, usePatternEditorStore } from '../workspace/pattern-editor-context.ts';
import { useStablePatternFrame } from '../components/fingering-diagram/useStablePatternFrame.ts';
import { ChordHere, HarmonyChoices } from './PatternHarmony.tsx';
import { PatternMenu } from './PatternMenu.tsx';
import { ExportMenu } from './ExportMenu.tsx';

/** The choices see the pattern without its strokes, so that laying a stroke does not draw them anew. */
interface ChoicesProps {
  readonly pattern: Pattern;
}

const METRES = ['2/4', '3/4', '4/4', '5/4', '6/4', '7/4', '2/2', '3/8', '5/8', '6/8', '7/8', '9/8', '12/8'] as const;
const PARTS: Readonly<Record<number, string>> = {
  1: say('bench.1-per-beat'),
  2: say('bench.2-per-beat'),
  3: say('bench.3-per-beat'),
  4: say('bench.4-per-beat'),
  5: say('bench.quintuplets'),
  6: say('bench.sextuplets'),
  7: say('bench.septuplets'),
  8: say('bench.8-per-beat'),
  12: say('bench.12-per-beat'),
};
const NOTE_PARTS: Readonly<Record<string, string>> = {
  '4/1': say('bench.quarters'),
  '4/2': say('bench.eighths'),
  '4/3': say('bench.triplets'),
  '4/4': say('bench.sixteenths'),
  '4/6': say('bench.sixteenth-triplets'),
  '4/8': say('bench.thirty-seconds'),
  '8/1': say('bench.eighths'),
  '8/2': say('bench.sixteenths'),
  '8/3': say('bench.sixteenth-triplets'),
  '2/1': say('bench.halves'),
  '2/2': say('bench.quarters'),
  '2/4': say('bench.eighths'),
};

/** Finer parts come from files only. */
const MAX_OFFERED_PARTS = 12;

/** Parts of a dotted quarter. */
const DOTTED_PARTS: Readonly<Record<number, string>> = {
  1: say('bench.dotted-quarters'),
  2: say('bench.duplets'),
  3: say('bench.eighths'),
  4: say('bench.quadruplets'),
  6: say('bench.sixteenths'),
  9: say('bench.sixteenth-triplets'),
  12: say('bench.thirty-seconds'),
};

const partName = ({ metre }: Pattern, parts: number): string =>
  (isCompoundMetre(metre) ? DOTTED_PARTS[parts] : NOTE_PARTS[`${metre.unit}/${parts}`]) ??
  PARTS[parts] ??
  String(parts);

/** Bars a pattern is offered to have. */
const LENGTHS = ['1', '2', '3', '4', '6', '8', '12', '16', '24', '32'] as const;

const withOwn = <T extends string>(options: readonly T[], own: string): readonly string[] =>
  options.includes(own as T) ? options : [own, ...options];

/** How many bars a pattern has, with endings each time through. */
const BarsChoice = ({ pattern: { bars, endings } }: ChoicesProps) => {
  const bench = usePatternEditorStore();
  const { applyEdit } = bench.getState();
  const now = String(endings ? measureEndings(bars, endings).pass : bars);
  const offered = LENGTHS.filter((one) => !endings || Number(one) > 1);
  const choose = (wanted: string): void => {
    const { document: pattern } = bench.getState();
    const { endings: own } = pattern;
    applyEdit(
      own
        ? createPassBarsEdit({ ...pattern, endings: own }, Number(wanted))
        : createResizeEdit(pattern, { bars: Number(wanted) }),
    );
  };
  return (
    <PillChoice
      label={say('bench.bars')}
      value={now}
      options={withOwn(offered, now).map((one) => [one, say('term.bars', { count: Number(one) })])}
      choose={choose}
      plain
    />
  );
};

interface EndingsProps {
  readonly pattern: Pattern & { readonly endings: Endings };
}

/** How often a figure comes with an ending of its own, and how long the endings are. */
const EndingsChoices = ({ pattern: { bars, endings } }: EndingsProps) => {
  const bench = usePatternEditorStore();
  const set = (wanted: Endings | undefined): void =>
    void bench.getState().applyEdit(createEndingsEdit(bench.getState().document, wanted));
  const { pass } = measureEndings(bars, endings);
  const lengths = Array.from({ length: pass - 1 }, (_, index) => index + 1);
  return (
    <>
      <PillChoice
        label={say('bench.endings')}
        value={String(endings.times)}
        options={[
          ...[2, 3, 4].map((times) => [String(times), say('bench.endings-to', { times })] as const),
          ['0', say('bench.endings-written-out')],
        ]}
        choose={(times) => set(times === '0' ? undefined : { ...endings, times: Number(times) })}
        plain
      />
      <PillChoice
        label={say('bench.ending-length')}
        value={String(endings.bars)}
        options={lengths.map((count) => [String(count), say('bench.ending-bars', { count })])}
        choose={(count) => set({ ...endings, bars: Number(count) })}
        plain
      />
    </>
  );
};

const TimeChoices = memo(({ pattern }: ChoicesProps) => {
  const bench = usePatternEditorStore();
  const { applyEdit } = bench.getState();
  return (
    <>
      <PillChoice
        label={say('bench.time-signature')}
        value={metreKey(pattern.metre)}
        options={listMetreOptions(METRES, pattern.metre)}
        choose={(key) => applyEdit(createMetreEdit(bench.getState().document, parseMetre(key)))}
        plain
      />
      <BarsChoice pattern={pattern} />
      {pattern.endings && <EndingsChoices pattern={{ ...pattern, endings: pattern.endings }} />}
      <PillChoice
        label={say('bench.subdivision')}
        value={String(pattern.subdivision)}
        options={SUBDIVISIONS.filter(
          (parts) =>
            parts === pattern.subdivision ||
            (parts <= MAX_OFFERED_PARTS && isSubdivisionPossible(pattern.metre, parts)),
        ).map((parts) => [String(parts), partName(pattern, parts)])}
        choose={(parts) => applyEdit(createResizeEdit(bench.getState().document, { subdivision: Number(parts) }))}
        plain
      />
    </>
  );
});

/** The choice of a chord that opens the picker: no symbol is written so. */
const SchoolChoice = memo(({ pattern }: ChoicesProps) => {
  const bench = usePatternEditorStore();
  const { applyEdit } = bench.getState();
  const notice = useToast();
  const own = useAvailableCustomSchools(pattern.ownSchool);
  const choose = (school: string): void => {
    const ownSchool = own.find(({ id }) => school === `own:${id}`);
    const { edit, slurred } = chooseSchool(bench.getState().document, school, ownSchool);
    applyEdit(edit);
    if (slurred.length === 0) return;
    notice({
      text: say('bench.school-slurred', { count: slurred.length }),
      action: {
        label: say('bench.without-slurs'),
        run: () => void applyEdit({ kind: 'put', strokes: slurred }),
      },
    });
  };
  return (
    <PillChoice label={say('bench.school')} value={pattern.school} choose={choose} strong>
      <SchoolOptions own={own} />
    </PillChoice>
  );
});

/** The school as the studio has it now, where the pattern carries an older state of it. */
const NewerSchool = ({ pattern }: ChoicesProps) => {
  const { applyEdit } = usePatternEditorStore().getState();
  const { ownSchool } = pattern;
  const now = useAvailableCustomSchools().find(({ id }) => id === ownSchool?.id);
  if (!ownSchool || !now || pattern.school !== `own:${now.id}` || JSON.stringify(now) === JSON.stringify(ownSchool))
    return null;
  return (
    <Button
      variant="cure"
      size="sm"
      onClick={() => applyEdit({ kind: 'chooseSchool', school: pattern.school, ownSchool: now })}
    >
      {say('bench.has-changed-use-the-new-version', { name: now.name })}
    </Button>
  );
};

const HandChoice = memo(() => {
  const { hand, hands, choose } = useSelectedHand();
  return (
    <PillChoice
      label={say('bench.hand')}
      value={hand.key}
      options={hands.map(({ key, name }) => [key, sayLabel(name)])}
      choose={choose}
      strong
    />
  );
});

/** Whether the pattern comes round again or ends: a cycle and a line are fingered, played and written otherwise. */
const EndChoice = memo(({ pattern }: ChoicesProps) => {
  const { applyEdit } = usePatternEditorStore().getState();
  return (
    <PillChoice
      label={say('common.loop')}
      value={pattern.cyclic ? 'round' : 'line'}
      options={[
        ['round', say('common.loops')],
        ['line', say('common.plays-once')],
      ]}
      choose={(end) => applyEdit({ kind: 'setCyclic', cyclic: end === 'round' })}
      plain
    />
  );
});

interface HeaderProps {
  readonly digitsNow: () => Readonly<Record<string, Digit | null>>;
  readonly showFigure: () => void;
  readonly showChords: () => void;
}

/** What the pattern is: its name, its time, its strings, its school. */
export const PatternHeader = memo(({ digitsNow, showFigure, showChords }: HeaderProps) => {
  const bench = usePatternEditorStore();
  const restore = useRestorePattern();
  // A lesson goes on on the stand.
  const { search } = useLocation();
  const pattern = useStablePatternFrame(usePatternEditor((state) => state.document));
  /** With what was done since it was deleted. */
  const bringBack = (): void =>
    restore.mutate(bench.getState().id, {
      onSuccess: () => bench.getState().retrySave(),
      onError: (error) => bench.getState().reject(wordsOf(error)),
    });
  return (
    <header className="bench-head">
      <DocumentTitle
        store={bench}
        label={say('bench.pattern-name')}
        maxLength={PATTERN_LIMITS.name}
        rename={(name) => bench.getState().applyEdit({ kind: 'rename', name })}
        restore={bringBack}
      >
        <PatternMenu showFigure={showFigure} showChords={showChords} />
        <ExportMenu digitsNow={digitsNow} />
      </DocumentTitle>
      <div className="choices">
        <SchoolChoice pattern={pattern} />
        <HandChoice />
        <NewerSchool pattern={pattern} />
        <HarmonyChoices pattern={pattern} showChords={showChords} />
        <TimeChoices pattern={pattern} />
      </div>
      <p className="bench-chord">
        <ChordHere pattern={pattern} />
        <span className="bench-rooms">
          <EndChoice pattern={pattern} />
          <Link to="compare-schools" title={say('bench.see-the-same-notes-in-several')}>
            {say('bench.compare-schools')}
          </Link>
          <TermHelp term="school" />
          <Link to="drills" title={say('bench.variants-of-this-pattern-as-drills')}>
            {say('common.drills')}
          </Link>
          <Link to={{ pathname: 'stand', search }} title={say('stand.open-title')}>
            {say('stand.open')}
          </Link>
          <Link to="take" title={say('bench.record-a-take-and-see-which')}>
            {say('bench.record')}
          </Link>
        </span>
      </p>
    </header>
  );
});
