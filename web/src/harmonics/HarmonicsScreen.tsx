import '../components/pattern-editor/pattern-editor.scss';
import './harmonics.scss';
import { say, sayLabel, sayMessage } from '@fleet-wren/wording';
import {
  CASCADE_BALANCES,
  CASCADE_TECHNIQUES,
  HARMONIC_NODES,
  createCascade,
  createCascadePattern,
  nodeInterval,
  computeHarmonicPoints,
  createInstrument,
  createOpenStringsVoicing,
  findShape,
  listOpenShapes,
  stringCount,
  findTuningOrStandard,
  createDefaultSteps,
  type CascadeBalance,
  type CascadeStep,
  type CascadeTechnique,
  type HarmonicNode,
  type HarmonicPoint,
  type Instrument,
  type Voicing,
} from '@fleet-wren/core';
import { Play, Square, X } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import { chordWords } from '../components/chords/chord-text.ts';
import { Say } from '../components/say/Say.tsx';
import { wordsOf } from '../api/api-error.ts';
import { useCreatePattern } from '../api/patterns.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { ChordPicker } from '../components/chords/ChordPicker.tsx';
import { EMPTY_FINGERING } from '../components/analysed-pattern.ts';
import { CapoSelect } from '../components/tuning/CapoSelect.tsx';
import { TuningSelect } from '../components/tuning/TuningSelect.tsx';
import { usePlayer } from '../audio/usePlayer.ts';
import { TouchQuiz } from './TouchQuiz.tsx';
import { Fretboard } from './Fretboard.tsx';

const FIRST = createInstrument(findTuningOrStandard('standard'));

/** The cascade that is shown first: over a full barre shape, so that every string has its own touch. */
const FIRST_SHAPE: Voicing = { chord: 'G', frets: [3, 5, 5, 4, 3, 3] };

/** Notes a cascade may have. */
const MOST_STEPS = 64;

const Points = ({ points }: { readonly points: readonly HarmonicPoint[] }) => (
  <table className="points">
    <thead>
      <tr>
        <th scope="col">{say('chords.string')}</th>
        <th scope="col">{say('chords.fretted')}</th>
        <th scope="col">{say('chords.touched')}</th>
        <th scope="col">{say('chords.sounds')}</th>
      </tr>
    </thead>
    <tbody>
      {points.map(({ string, stoppedFret, touchFret, noteName, isReachable, remedies }) => (
        <tr key={string}>
          <th scope="row">{string}</th>
          <td>{stoppedFret === 0 ? say('chords.open') : stoppedFret}</td>
          <td>{touchFret}</td>
          <td>
            {isReachable ? (
              noteName
            ) : (
              <span className="text-warning">
                {say('chords.beyond-fretboard', {
                  instead: sayLabel(remedies[0] ?? say('chords.use-another-string')),
                })}
              </span>
            )}
          </td>
        </tr>
      ))}
    </tbody>
  </table>
);

interface StepsProps {
  readonly instrument: Instrument;
  readonly voicing: Voicing;
  readonly node: HarmonicNode;
  readonly steps: readonly CascadeStep[];
  readonly drop: (index: number) => void;
}

const Steps = ({ instrument, voicing, node, steps, drop }: StepsProps) => {
  const cascade = createCascade(instrument, voicing, steps, node);
  if (steps.length === 0) return <p className="text-soft">{say('chords.click-notes-on-the-fretboard-in')}</p>;
  return (
    <>
      <ol className="cascade-steps" aria-label={say('chords.harp-harmonics-cascade')}>
        {cascade.notes.map(({ string, harmonic, noteName }, index) => (
          <li key={index} className={harmonic ? 'cascade-harmonic' : undefined}>
            <b>{noteName}</b>
            <small>{say('chords.step', { touch: harmonic ? harmonic.touchFret : 'none', string })}</small>
            <button
              type="button"
              aria-label={say('chords.remove-on-string', { note: noteName, string })}
              onClick={() => drop(index)}
            >
              <X size={12} aria-hidden />
            </button>
          </li>
        ))}
      </ol>
      <p>
        {cascade.pitchSetName ? (
          <Say text="chords.together" values={{ makes: sayMessage(cascade.pitchSetName) }} />
        ) : (
          say('chords.no-common-chord-name')
        )}
        {steps.length > 2 && cascade.isMonotonic ? say('chords.all-in-one-direction') : '.'}
      </p>
    </>
  );
};

/** Sounding steps: those on strings that the shape does not mute. */
const sounding = (steps: readonly CascadeStep[], points: readonly HarmonicPoint[]): readonly CascadeStep[] =>
  steps.filter(({ string, isHarmonic }) =>
    points.some((one) => one.string === string && (!isHarmonic || one.isReachable)),
  );

interface Bench {
  readonly instrument: Instrument;
  readonly voicing: Voicing;
  readonly node: HarmonicNode;
  readonly steps: readonly CascadeStep[];
}

interface BenchProps extends Bench {
  readonly change: (bench: Partial<Bench>) => void;
}

const Choices = ({ instrument, voicing, node, change }: BenchProps) => {
  const [picking, setPicking] = useState(false);
  const tune = (next: Instrument): void =>
    change({
      instrument: next,
      voicing: findShape(next, voicing.chord) ?? createOpenStringsVoicing(stringCount(next)),
      steps: createDefaultSteps(next),
    });
  return (
    <div className="choices">
      <span className="choice choice-strong">
        <button
          type="button"
          onClick={() => setPicking(true)}
          aria-label={say('chords.voicing-2', { chord: chordWords(voicing.chord) })}
        >
          <span className="text-soft">{say('chords.voicing')}</span> {chordWords(voicing.chord)}
        </button>
      </span>
      <TuningSelect instrument={instrument} choose={tune} />
      <CapoSelect capo={instrument.capo} choose={(capo) => change({ instrument: { ...instrument, capo } })} />
      <span className="choice">
        <select
          aria-label={say('chords.touch-point-above-the-fretted-note')}
          value={node.frets}
          onChange={({ target }) =>
            change({ node: HARMONIC_NODES.find(({ frets }) => frets === Number(target.value)) ?? node })
          }
        >
          {HARMONIC_NODES.map((one) => (
            <option key={one.frets} value={one.frets}>
              {say('chords.frets-above', { frets: one.frets, name: sayMessage(nodeInterval(one)) })}
            </option>
          ))}
        </select>
      </span>
      {picking && (
        <ChordPicker
          instrument={instrument}
          current={voicing}
          hide={() => setPicking(false)}
          pick={(shape) => {
            change({ voicing: shape });
            setPicking(false);
          }}
        />
      )}
    </div>
  );
};

/** Hears a cascade in one of the ways to pluck it, and takes it to the bench. */
const CascadeTools = ({ instrument, voicing, node, steps, change }: BenchProps) => {
  const [way, setWay] = useState<CascadeTechnique>(CASCADE_TECHNIQUES[0] as CascadeTechnique);
  const [balance, setBalance] = useState<CascadeBalance>('harmonics');
  const pattern = useMemo(() => {
    const name = say('cascade.pattern-name', { chord: chordWords(voicing.chord) });
    return createCascadePattern(instrument, voicing, steps, way, { node, balance, name });
  }, [instrument, voicing, steps, way, node, balance]);
  const { playing, toggle } = usePlayer(pattern, EMPTY_FINGERING);
  const create = useCreatePattern();
  const navigate = useNavigate();
  const notice = useToast();
  const toBench = (): void =>
    create.mutate(pattern, {
      onSuccess: ({ id }) => void navigate(`/patterns/${id}`),
      onError: (error) => notice({ text: wordsOf(error) }),
    });
  return (
    <>
      <div className="cascade-tools">
        <Button onClick={toggle} disabled={steps.length === 0}>
          {playing ? <Square size={15} aria-hidden /> : <Play size={15} aria-hidden />}{' '}
          {playing ? say('common.stop') : say('common.play')}
        </Button>
        <Button variant="quiet" onClick={() => change({ steps: createDefaultSteps(instrument) })}>
          {say('chords.usual-order')}
        </Button>
        <Button variant="quiet" onClick={() => change({ steps: [] })}>
          {say('chords.start-over')}
        </Button>
        <Button variant="quiet" onClick={toBench} disabled={steps.length === 0 || create.isPending}>
          {say('common.open-as-new-pattern')}
        </Button>
      </div>
      <div className="cascade-choices">
        <label>
          {say('chords.plucked-by')}
          <select
            className="form-select"
            value={way.key}
            onChange={({ target }) => setWay(CASCADE_TECHNIQUES.find(({ key }) => key === target.value) ?? way)}
          >
            {CASCADE_TECHNIQUES.map(({ key }) => (
              <option key={key} value={key}>
                {say('harmonic-method.name', { method: key })}
              </option>
            ))}
          </select>
        </label>
        <label>
          {say('chords.balance')}
          <select
            className="form-select"
            value={balance}
            onChange={({ target }) => setBalance(CASCADE_BALANCES.find((one) => one === target.value) ?? balance)}
          >
            {CASCADE_BALANCES.map((one) => (
              <option key={one} value={one}>
                {say('harmonic-balance.name', { balance: one })}
              </option>
            ))}
          </select>
        </label>
      </div>
    </>
  );
};

/** The harmonics bench: where a shape is touched and what sounds, and cascades put together by clicking strings. */
const HarmonicsScreen = () => {
  const [quizzed, setQuizzed] = useState<readonly Voicing[] | null>(null);
  const [given, setBench] = useState<Bench>(() => ({
    instrument: FIRST,
    voicing: FIRST_SHAPE,
    node: HARMONIC_NODES[0] as HarmonicNode,
    steps: createDefaultSteps(FIRST),
  }));
  const { instrument, voicing, node } = given;
  const points = useMemo(() => computeHarmonicPoints(instrument, voicing, node), [instrument, voicing, node]);
  const steps = useMemo(() => sounding(given.steps, points), [given.steps, points]);
  const bench = { ...given, steps, change: (part: Partial<Bench>) => setBench((now) => ({ ...now, ...part })) };
  return (
    <div className="page harmonics">
      <header className="page-head">
        <h1>{say('common.harmonics')}</h1>
        <Button variant="quiet" onClick={() => setQuizzed([voicing])}>
          {say('chords.quiz')}
        </Button>
        <Button variant="quiet" onClick={() => setQuizzed(listOpenShapes(instrument.tuning, stringCount(instrument)))}>
          {say('chords.quiz-all')}
        </Button>
      </header>
      {quizzed && <TouchQuiz instrument={instrument} voicings={quizzed} node={node} hide={() => setQuizzed(null)} />}
      <Choices {...bench} />
      <Fretboard
        instrument={instrument}
        voicing={voicing}
        points={points}
        put={(step) => bench.change({ steps: [...steps, step].slice(0, MOST_STEPS) })}
      />
      <div className="harmonics-body">
        <section aria-label={say('chords.harp-harmonics-cascade')}>
          <h2>{say('chords.harp-harmonics-cascade')}</h2>
          <Steps {...bench} drop={(index) => bench.change({ steps: steps.filter((_, at) => at !== index) })} />
          <CascadeTools {...bench} />
        </section>
        <section aria-label={say('chords.pitch-on-each-string')}>
          <h2>{say('chords.pitch-on-each-string')}</h2>
          <Points points={points} />
        </section>
      </div>
    </div>
  );
};

export default HarmonicsScreen;
