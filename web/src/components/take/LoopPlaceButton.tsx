import { say } from '@fleet-wren/wording';
import { createStrokesDrill, type Pattern } from '@fleet-wren/core';
import { Play, Square } from 'lucide-react';
import { useMemo } from 'react';
import { Button } from 'react-bootstrap';
import { EMPTY_FINGERING } from '../analysed-pattern.ts';
import { usePlayer } from '../../audio/usePlayer.ts';
import type { AssessedTake } from './assessed-take.ts';

/** How much slower than it was played a place is looped, as a share (est.). */
const LOOPED_TEMPO = 0.7;

/** The strokes of a place as a pattern of their own, slower than the take; null where it is the whole of it. */
const loopedPlace = ({ pattern, hand, judgement }: AssessedTake, strokes: readonly string[]): Pattern | null => {
  if (strokes.length === 0 || strokes.length === pattern.strokes.length) return null;
  const drill = createStrokesDrill(pattern, strokes, { hand });
  return drill && { ...drill.pattern, cyclic: true, tempo: Math.round(LOOPED_TEMPO * judgement.tempo[0]) };
};

const PlayAlong = ({ place }: { readonly place: Pattern }) => {
  const { playing, toggle } = usePlayer(place, EMPTY_FINGERING, {
    remembers: false,
    begins: { figure: true, click: true },
  });
  return (
    <Button
      size="sm"
      variant="cure"
      aria-pressed={playing}
      title={say('takes.play-along-hint', { tempo: place.tempo })}
      onClick={toggle}
    >
      {playing ? <Square size={12} aria-hidden /> : <Play size={13} aria-hidden />} {say('takes.play-along')}
    </Button>
  );
};

interface LoopPlaceProps {
  readonly take: AssessedTake;
  /** Names of the strokes of the place. */
  readonly strokes: readonly string[];
}

/** A place of the pattern played over and over with a click, slowly, to play along with at once. */
export const LoopPlaceButton = ({ take, strokes }: LoopPlaceProps) => {
  const place = useMemo(() => loopedPlace(take, strokes), [take, strokes]);
  return place && <PlayAlong place={place} />;
};
