import { Say } from '../components/say/Say.tsx';
import { say } from '@fleet-wren/wording';
import { Play, Square } from 'lucide-react';
import { memo, useState } from 'react';
import { Button } from 'react-bootstrap';
import { usePatternEditor, usePatternEditorStore } from '../workspace/pattern-editor-context.ts';
import type { PlayerControls } from '../audio/usePlayer.ts';

const Tempo = () => {
  const { applyEdit } = usePatternEditorStore().getState();
  const tempo = usePatternEditor((state) => state.document.tempo);
  const unit = usePatternEditor((state) => state.document.metre.unit);
  const [typed, setTyped] = useState<string | null>(null);
  const settle = (): void => {
    if (typed !== null && Number(typed) !== tempo) applyEdit({ kind: 'setTempo', tempo: Number(typed) });
    setTyped(null);
  };
  return (
    <label className="tempo">
      <input
        inputMode="numeric"
        aria-label={say('common.tempo-bpm')}
        value={typed ?? String(tempo)}
        onChange={({ target }) => setTyped(target.value.replace(/[^\d.]/g, ''))}
        onBlur={settle}
        onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
      />
      {unit === 4 ? say('common.bpm') : unit === 8 ? say('bench.eighth-note-bpm') : say('bench.half-note-bpm')}{' '}
      <kbd>[</kbd> <kbd>]</kbd>
    </label>
  );
};

interface ToggleProps {
  readonly on: boolean;
  readonly label: string;
  readonly keyName: string;
  readonly toggle: () => void;
}

const Toggle = ({ on, label, keyName, toggle }: ToggleProps) => (
  <button
    type="button"
    className="transport-toggle"
    aria-pressed={on}
    onClick={toggle}
    title={say('bench.shift', { label, keyName })}
  >
    {label}
  </button>
);

/** Listening: play, tempo, half speed, one hand part alone, loop, click, count-in. */
export const PlaybackControls = memo(
  ({ playing, showKeys }: { readonly playing: PlayerControls; readonly showKeys: () => void }) => {
    const { listening, listen } = playing;
    const strokes = usePatternEditor((state) => state.document.strokes.length);
    const bars = usePatternEditor((state) => state.document.bars);
    const only = (voices: typeof listening.voices): void =>
      listen({ voices: listening.voices === voices ? 'all' : voices });
    return (
      <footer className="transport" aria-label={say('common.playback')}>
        <button
          type="button"
          className="play"
          onClick={playing.toggle}
          aria-label={playing.playing ? say('common.stop') : say('common.play')}
          title={playing.playing ? say('common.stop-space') : say('common.play-space')}
        >
          {playing.playing ? (
            <Square size={17} fill="currentColor" aria-hidden />
          ) : (
            <Play size={19} fill="currentColor" aria-hidden />
          )}
        </button>
        <Tempo />
        <Toggle
          label={say('common.half-speed')}
          keyName="H"
          on={listening.halfSpeed}
          toggle={() => listen({ halfSpeed: !listening.halfSpeed })}
        />
        <Toggle
          label={say('common.thumb-only')}
          keyName="T"
          on={listening.voices === 'thumb alone'}
          toggle={() => only('thumb alone')}
        />
        <Toggle
          label={say('common.fingers-only')}
          keyName="F"
          on={listening.voices === 'fingers alone'}
          toggle={() => only('fingers alone')}
        />
        <Toggle
          label={say('common.loop')}
          keyName="L"
          on={listening.loop}
          toggle={() => listen({ loop: !listening.loop })}
        />
        <Toggle
          label={say('common.metronome')}
          keyName="K"
          on={listening.click}
          toggle={() => listen({ click: !listening.click })}
        />
        <Toggle
          label={say('common.count-in')}
          keyName="N"
          on={listening.countIn}
          toggle={() => listen({ countIn: !listening.countIn })}
        />
        <span className="transport-facts">
          {say('term.bars', { count: bars })}, {say('term.notes', { count: strokes })}
        </span>
        <Button variant="plain" size="sm" onClick={showKeys}>
          <Say text="bench.shortcuts" />
        </Button>
      </footer>
    );
  },
);
