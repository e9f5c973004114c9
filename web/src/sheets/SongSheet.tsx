import { say, sayLabel } from '@fleet-wren/wording';
import {
  formatBarChords,
  rehearsalLetter,
  formatChordSymbol,
  formatMaxTempo,
  computeLearningOrder,
  extractBars,
  listSheetFacts,
  prepareSongExport,
  stringCount,
  type NoteNamingSystem,
  type Section,
  type Song,
  type SongAnalysis,
} from '@fleet-wren/core';
import { useMemo } from 'react';
import { useParams } from 'react-router';
import { useQuery } from '@tanstack/react-query';
import { FigureBadge } from '../components/figure/FigureBadge.tsx';
import { Say } from '../components/say/Say.tsx';
import { songRepository } from '../api/songs.ts';
import { wordsOf } from '../api/api-error.ts';
import { FingeringThumbnail } from '../components/fingering-diagram/FingeringThumbnail.tsx';
import { mapFirstOccurrences, createBarThumbnails } from '../components/song/song-bars.ts';
import { useSongAnalysis } from '../components/song/useSongAnalysis.ts';
import { useSelectedHand } from '../components/hand/useSelectedHand.ts';
import { useWorkerQuery } from '../workers/useWorkerQuery.ts';
import { EngravedScore } from './EngravedScore.tsx';
import { requestPatternAnalysis } from './request-analysis.ts';
import type { PrintSettings } from './usePrintSettings.ts';
import { ChordDiagramRow, TempoChecklist, Tablature } from './sheet-elements.tsx';
import { SheetPage } from './SheetPage.tsx';
import { ChordDiagramsLink } from './ChordDiagramsLink.tsx';

interface PartProps {
  readonly song: Song;
  readonly study: SongAnalysis;
}

const FormOnPaper = ({ song }: { readonly song: Song }) => (
  <p className="sheet-form">
    {song.form.map(({ section, times }, index) => {
      const place = song.sections.findIndex(({ id }) => id === section);
      return (
        <span key={index}>
          <b>{rehearsalLetter(place)}</b> {song.sections[place]?.name}
          {times > 1 && ` ×${times}`}
        </span>
      );
    })}
  </p>
);

const calledChords = (text: string, names: NoteNamingSystem): string =>
  text
    .split(' ')
    .map((chord) => formatChordSymbol(chord, names))
    .join(' ');

const SectionOnPaper = ({
  song,
  study,
  section,
  index,
  names,
}: PartProps & { readonly section: Section; readonly index: number; readonly names: NoteNamingSystem }) => {
  const places = useMemo(() => mapFirstOccurrences(song, study), [song, study]);
  const small = useMemo(() => createBarThumbnails(study), [study]);
  return (
    <section className="sheet-section">
      <h2>
        <b>{rehearsalLetter(index)}</b> {section.name}
      </h2>
      <div className="sheet-bars">
        {section.bars.map((bar, place) => {
          const played = places.get(`${section.id}/${place}`);
          const motif = played === undefined ? null : (study.barAnalyses[played]?.motif ?? null);
          return (
            <div key={place}>
              <span>
                <b>{calledChords(formatBarChords(bar, song), names) || '%'}</b>{' '}
                {motif !== null && <FigureBadge number={motif + 1} />}
              </span>
              <FingeringThumbnail
                strokes={played === undefined ? [] : (small[played] ?? [])}
                strings={stringCount(song.instrument)}
                width={150}
                height={40}
              />
              {bar.words && <em>{bar.words}</em>}
            </div>
          );
        })}
      </div>
    </section>
  );
};

const MotifsOnPaper = ({ study }: PartProps) => (
  <section className="sheet-motifs">
    <h2>{say('sheet.what-to-learn-in-this-order')}</h2>
    {computeLearningOrder(study.motifs).map(({ motif, playableBars, totalBars }) => {
      const one = study.motifs[motif];
      const bar = one?.bars[0];
      return (
        one &&
        bar !== undefined && (
          <div key={motif} className="sheet-motif">
            <p>
              <span className="box" aria-hidden="true" /> <FigureBadge number={one.number} />{' '}
              <Say
                text="sheet.playable-after"
                values={{ name: sayLabel(one.name), reached: playableBars, of: totalBars }}
              />
            </p>
            <Tablature pattern={extractBars(study.expanded, bar, 1)} digits={study.analysis.digits} />
          </div>
        )
      );
    })}
  </section>
);

/** What there is to learn, in a line each. */
const OrderOnPaper = ({ study }: PartProps) => (
  <section className="sheet-order">
    <h2>{say('sheet.what-to-learn-in-this-order')}</h2>
    <ol>
      {computeLearningOrder(study.motifs).map(({ motif, playableBars, totalBars }) => (
        <li key={motif}>
          <span className="box" aria-hidden="true" /> <FigureBadge number={motif + 1} />{' '}
          <Say
            text="sheet.playable-after"
            values={{
              name: sayLabel(study.motifs[motif]?.name ?? ''),
              reached: playableBars,
              of: totalBars,
            }}
          />
        </li>
      ))}
    </ol>
  </section>
);

/** Every section once, in notes and on strings, whatever the form makes of them. */
const SectionsInNotes = ({ song, paper }: { readonly song: Song; readonly paper: PrintSettings }) => {
  const { hand } = useSelectedHand();
  const files = useMemo(
    () => prepareSongExport({ ...song, form: song.sections.map(({ id }) => ({ section: id, times: 1 })) }),
    [song],
  );
  const question = useMemo(() => ({ pattern: files.expanded.pattern, hand }), [files, hand]);
  const { value: judgement } = useWorkerQuery(question, requestPatternAnalysis);
  const digits = useMemo(
    () => files.expanded.pattern.strokes.map(({ id }) => judgement?.digits[id] ?? null),
    [files, judgement],
  );
  return judgement ? (
    <EngravedScore score={files.score} digits={digits} said={files.annotations} paper={paper} />
  ) : (
    <p className="engraving">{say('sheet.working-out-fingering-more')}</p>
  );
};

const Ready = ({ song, study }: PartProps) => {
  const { instrument, tempo } = song;
  const voicings = useMemo(() => Object.values(song.voicings), [song.voicings]);
  const { limit } = study.analysis;
  return (
    <SheetPage
      title={song.name}
      back=".."
      ways={<ChordDiagramsLink voicings={voicings} instrument={instrument} />}
      facts={[
        ...listSheetFacts(song).map(sayLabel),
        limit ? say('sheet.bpm-max', { bpm: formatMaxTempo(limit.maxTempo) }) : '',
      ]}
    >
      {(paper) => (
        <>
          <FormOnPaper song={song} />
          <ChordDiagramRow voicings={voicings} instrument={instrument} names={paper.names} />
          {paper.threads &&
            song.sections.map((section, index) => (
              <SectionOnPaper
                key={section.id}
                song={song}
                study={study}
                section={section}
                index={index}
                names={paper.names}
              />
            ))}
          {paper.notes && <SectionsInNotes song={song} paper={paper} />}
          {paper.text && <MotifsOnPaper song={song} study={study} />}
          {!paper.text && <OrderOnPaper song={song} study={study} />}
          <TempoChecklist tempo={tempo} ceiling={limit?.maxTempo ?? null} />
        </>
      )}
    </SheetPage>
  );
};

const Judged = ({ song }: { readonly song: Song }) => {
  const { studied } = useSongAnalysis(song);
  return studied ? <Ready song={studied.song} study={studied.study} /> : null;
};

/** A song on paper: form, shapes, sections as bars, what there is to learn with its tablature, tempos to tick. */
const SongSheet = () => {
  const { id = '' } = useParams();
  const kept = useQuery({ queryKey: ['song sheet', id], queryFn: () => songRepository.fetch(id), gcTime: 0 });
  if (kept.isError) return <p className="page">{wordsOf(kept.error)}</p>;
  return kept.data ? <Judged song={kept.data.document} /> : null;
};

export default SongSheet;
