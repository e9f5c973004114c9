import {
  DIGITS,
  analysePattern,
  createThumbnail,
  fingerName,
  listOpenShapes,
  parseStringNotation,
  stringCount,
  valueOrThrow,
  type Digit,
  type Pattern,
} from '@fleet-wren/core';
import { say, sayMessage } from '@fleet-wren/wording';
import { useMemo, useState, type ReactNode } from 'react';
import { Button } from 'react-bootstrap';
import { ChordDiagram } from '../components/chord-diagram/ChordDiagram.tsx';
import { FigureBadge } from '../components/figure/FigureBadge.tsx';
import { layOutDiagram } from '../components/fingering-diagram/diagram-layout.ts';
import { FingeringDiagram } from '../components/fingering-diagram/FingeringDiagram.tsx';
import { FingeringThumbnail } from '../components/fingering-diagram/FingeringThumbnail.tsx';
import { LoopField } from '../components/loop/LoopField.tsx';
import { MaxTempoPanel } from '../components/pattern-editor/MaxTempoPanel.tsx';
import { describeStroke } from '../components/pattern-editor/screen-reader-text.ts';
import { RecoveryCodeList } from '../components/recovery-codes/RecoveryCodeList.tsx';
import { KeysList } from '../components/shortcuts/KeysList.tsx';
import { StrokeSymbol } from '../components/stroke-symbol/StrokeSymbol.tsx';
import { TermHelp } from '../components/term/TermHelp.tsx';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { CapoSelect } from '../components/tuning/CapoSelect.tsx';
import { PatternWheel } from '../components/wheel/PatternWheel.tsx';
import { SAVE_STATUS_TEXT } from '../workspace/save-status-text.ts';

const figure = (strings: string, subdivision: number, tempo: number): Pattern => ({
  ...valueOrThrow(parseStringNotation(strings, { subdivision, tempo, chord: 'C' })).pattern,
  cyclic: true,
});

const ROLL = figure('5 3 2 1 2 3', 3, 84);
const QUICK = figure('5 5 3 3 2 2 1 1', 4, 200);
const LONG = figure('5 3 2+1 3 4 3 2 3 5 3 2+1 3 4 3 2 1', 4, 96);

const nothing = (): void => undefined;

/** Things beside each other that wrap where there is no room. */
const Row = ({ children }: { readonly children: ReactNode }) => <div className="gallery-row">{children}</div>;

const Token = ({ digit, ...states }: Omit<Parameters<typeof StrokeSymbol>[0], 'radius'>) => (
  <svg
    width="40"
    height="40"
    viewBox="-20 -20 40 40"
    role="img"
    aria-label={digit ? sayMessage(fingerName(digit)) : '?'}
  >
    <StrokeSymbol digit={digit} radius={13} {...states} />
  </svg>
);

const StrokeSymbols = () => (
  <Row>
    {DIGITS.map((digit: Digit) => (
      <Token key={digit} digit={digit} />
    ))}
    <Token digit={null} />
    <Token digit="m" pinned />
    <Token digit="i" accent />
    <Token digit="a" marks={{ damped: true }} />
    <Token digit="p" marks={{ silent: true }} />
  </Row>
);

const Diagram = ({ pattern }: { readonly pattern: Pattern }) => {
  const { digits } = useMemo(() => analysePattern(pattern), [pattern]);
  return (
    <div className="threads" role="img" aria-label={say('term.notes', { count: pattern.strokes.length })}>
      <FingeringDiagram
        pattern={pattern}
        frame={pattern}
        layout={layOutDiagram(pattern, 330)}
        digits={digits}
        label={(stroke, digit) => describeStroke(pattern, stroke, digit)}
      />
    </div>
  );
};

const Thumbnails = () => (
  <Row>
    {[ROLL, QUICK, LONG].map((pattern, index) => (
      <FingeringThumbnail
        key={index}
        strokes={createThumbnail(pattern, analysePattern(pattern).digits)}
        strings={stringCount(pattern.instrument)}
      />
    ))}
  </Row>
);

const Wheel = () => <PatternWheel pattern={ROLL} digits={analysePattern(ROLL).digits} turn={nothing} />;

const MaxTempo = () => (
  <Row>
    {[ROLL, QUICK].map((pattern, index) => (
      <MaxTempoPanel key={index} judgement={analysePattern(pattern)} tempo={pattern.tempo} />
    ))}
  </Row>
);

const Shapes = () => (
  <Row>
    {listOpenShapes('standard', 6)
      .slice(0, 6)
      .map((voicing) => (
        <ChordDiagram key={voicing.chord} voicing={voicing} />
      ))}
  </Row>
);

const Fields = () => {
  const [capo, setCapo] = useState(2);
  const [cyclic, setCyclic] = useState(true);
  return (
    <Row>
      <CapoSelect capo={capo} choose={setCapo} />
      <LoopField cyclic={cyclic} choose={setCyclic} />
    </Row>
  );
};

const Buttons = () => {
  const show = useToast();
  const again = { label: say('common.undo'), run: nothing };
  return (
    <Row>
      <Button onClick={() => show({ text: say('common.saved') })}>{say('common.use')}</Button>
      <Button className="btn-quiet" onClick={() => show({ text: say('common.saved'), action: again })}>
        {say('common.undo')}
      </Button>
      <Button variant="plain">{say('common.edit')}</Button>
      <Button variant="cure">{say('common.use')}</Button>
      <Button variant="danger">{say('common.delete')}</Button>
      <Button disabled>{say('common.use')}</Button>
    </Row>
  );
};

const SaveStates = () => (
  <Row>
    {Object.entries(SAVE_STATUS_TEXT).map(([state, text]) => (
      <span key={state} className={state === 'saved' || state === 'saving' ? 'saving' : 'saving saving-trouble'}>
        {text}
      </span>
    ))}
  </Row>
);

/** Every shared component in the states it may be in, by its name. */
export const SPECIMENS: Readonly<Record<string, () => ReactNode>> = {
  StrokeSymbol: () => <StrokeSymbols />,
  FingeringDiagram: () => <Diagram pattern={LONG} />,
  FingeringThumbnail: () => <Thumbnails />,
  PatternWheel: () => <Wheel />,
  MaxTempoPanel: () => <MaxTempo />,
  ChordDiagram: () => <Shapes />,
  FigureBadge: () => (
    <Row>
      {[1, 2, 3, 4, 5, 6, 7, 8].map((number) => (
        <FigureBadge key={number} number={number} />
      ))}
    </Row>
  ),
  Fields: () => <Fields />,
  Buttons: () => <Buttons />,
  SaveStatus: () => <SaveStates />,
  TermHelp: () => (
    <Row>
      <TermHelp term="ladder" />
      <TermHelp term="wheel" />
    </Row>
  ),
  RecoveryCodeList: () => <RecoveryCodeList codes={['aaaa-bbbb-cccc-dddd', 'eeee-ffff-gggg-hhhh']} />,
  KeysList: () => <KeysList />,
};
