import { say, sayLabel, sayMessage } from '@fleet-wren/wording';
import {
  formatMaxTempo,
  listSheetFacts,
  prepareSongExport,
  type BuildUpLayer,
  type Digit,
  type HandProfile,
  type Song,
} from '@fleet-wren/core';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { useParams } from 'react-router';
import { wordsOf } from '../api/api-error.ts';
import { songRepository } from '../api/songs.ts';
import { useSelectedHand } from '../components/hand/useSelectedHand.ts';
import { backgroundWorker } from '../workers/workers.ts';
import { useWorkerQuery } from '../workers/useWorkerQuery.ts';
import { SheetPage } from './SheetPage.tsx';
import { Tablature, TempoChecklist } from './sheet-elements.tsx';

interface Question {
  readonly song: Song;
  readonly hand: HandProfile;
}

const askLayers = ({ song, hand }: Question, signal: AbortSignal): Promise<readonly BuildUpLayer[]> =>
  backgroundWorker.request('buildUp', [song, hand], { signal, timeoutMs: 30_000 });

/** Every section once; digits were pinned when the layer was made. */
const writtenOnce = (song: Song) => {
  const once = { ...song, form: song.sections.map(({ id }) => ({ section: id, times: 1 })) };
  const { expanded, score, annotations } = prepareSongExport(once);
  const { pattern } = expanded;
  const digits: Record<string, Digit | null> = {};
  for (const { id, pin } of pattern.strokes) digits[id] = pin ?? null;
  return { pattern, digits, score, annotations };
};

const LayerOnPaper = ({ layer, step }: { readonly layer: BuildUpLayer; readonly step: number }) => {
  const written = useMemo(() => writtenOnce(layer.song), [layer]);
  return (
    <section className="sheet-item">
      <h2>
        <span className="box" aria-hidden="true" /> {step}. {sayMessage(layer.name)}{' '}
        {layer.maxTempo !== null && <small>{say('sheet.bpm-max', { bpm: formatMaxTempo(layer.maxTempo) })}</small>}
      </h2>
      <Tablature {...written} />
    </section>
  );
};

const Ready = ({ song }: { readonly song: Song }) => {
  const { hand } = useSelectedHand();
  const question = useMemo(() => ({ song, hand }), [song, hand]);
  const { value: layers } = useWorkerQuery(question, askLayers);
  if (!layers) return null;
  return (
    <SheetPage title={song.name} back=".." facts={listSheetFacts(song).map(sayLabel)} choices={<></>}>
      {() => (
        <>
          <p>{say('sheet.build-up-how')}</p>
          {layers.map((layer, index) => (
            <LayerOnPaper key={index} layer={layer} step={index + 1} />
          ))}
          <TempoChecklist tempo={song.tempo} ceiling={layers.at(-1)?.maxTempo ?? null} />
        </>
      )}
    </SheetPage>
  );
};

/** A song layer by layer on one sheet, each to be ticked when it can be played. */
const BuildUpSheet = () => {
  const { id = '' } = useParams();
  const kept = useQuery({ queryKey: ['build-up sheet', id], queryFn: () => songRepository.fetch(id), gcTime: 0 });
  if (kept.isError) return <p className="page">{wordsOf(kept.error)}</p>;
  return kept.data ? <Ready song={kept.data.document} /> : null;
};

export default BuildUpSheet;
