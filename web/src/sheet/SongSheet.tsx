import {
  ceilingFigure,
  learningOrder,
  patternOfBars,
  schoolOf,
  stringCount,
  tuningName,
  type Section,
  type Song,
  type SongStudy,
} from '@fleet-wren/core';
import { useMemo } from 'react';
import { useParams } from 'react-router';
import { useQuery } from '@tanstack/react-query';
import { SONG_RECORDS } from '../api/songs.ts';
import { wordsOf } from '../api/client.ts';
import { Miniature } from '../parts/threads/Miniature.tsx';
import { chordText, firstPlayed, miniatures } from '../songs/bars.ts';
import { sectionLetter } from '../songs/FormLine.tsx';
import { useStudy } from '../songs/useStudy.ts';
import { Grids, Steps, Tablature } from './parts.tsx';
import { Sheet } from './Sheet.tsx';

interface PartProps {
  readonly song: Song;
  readonly study: SongStudy;
}

const FormOnPaper = ({ song }: { readonly song: Song }) => (
  <p className="sheet-form">
    {song.form.map(({ section, times }, index) => {
      const place = song.sections.findIndex(({ id }) => id === section);
      return (
        <span key={index}>
          <b>{sectionLetter(place)}</b> {song.sections[place]?.name}
          {times > 1 && ` ×${times}`}
        </span>
      );
    })}
  </p>
);

const SectionOnPaper = ({
  song,
  study,
  section,
  index,
}: PartProps & { readonly section: Section; readonly index: number }) => {
  const places = useMemo(() => firstPlayed(song, study), [song, study]);
  const small = useMemo(() => miniatures(study), [study]);
  return (
    <section className="sheet-section">
      <h2>
        <b>{sectionLetter(index)}</b> {section.name}
      </h2>
      <div className="sheet-bars">
        {section.bars.map((bar, place) => {
          const played = places.get(`${section.id}/${place}`);
          const motif = played === undefined ? null : (study.bars[played]?.motif ?? null);
          return (
            <div key={place}>
              <span>
                <b>{chordText(bar, song) || '%'}</b> <small>{motif === null ? '' : study.motifs[motif]?.letter}</small>
              </span>
              <Miniature
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
    <h2>What there is to learn, in this order</h2>
    {learningOrder(study.motifs).map(({ motif, reached, of }) => {
      const one = study.motifs[motif];
      const bar = one?.bars[0];
      return (
        one &&
        bar !== undefined && (
          <div key={motif} className="sheet-motif">
            <p>
              <span className="box" aria-hidden="true" /> <b>{one.letter}</b> {one.name}: then {reached} of {of} bars
              can be played.
            </p>
            <Tablature pattern={patternOfBars(study.written, bar, 1)} digits={study.judgement.digits} />
          </div>
        )
      );
    })}
  </section>
);

const Ready = ({ song, study }: PartProps) => {
  const { instrument, metre, tempo } = song;
  const voicings = useMemo(() => Object.values(song.voicings), [song.voicings]);
  const tuning = tuningName(instrument);
  const { ceiling } = study.judgement;
  return (
    <Sheet
      title={song.name}
      back=".."
      facts={[
        schoolOf(song).name,
        `${metre.beats}/${metre.unit} at ${tempo}${song.swing ? ', swung' : ''}`,
        tuning,
        instrument.capo > 0 ? `capo ${instrument.capo}` : '',
        ceiling ? `ceiling ${ceilingFigure(ceiling.bpm)}` : '',
      ]}
    >
      <FormOnPaper song={song} />
      <Grids voicings={voicings} instrument={instrument} />
      {song.sections.map((section, index) => (
        <SectionOnPaper key={section.id} song={song} study={study} section={section} index={index} />
      ))}
      <MotifsOnPaper song={song} study={study} />
      <Steps tempo={tempo} ceiling={ceiling?.bpm ?? null} />
    </Sheet>
  );
};

const Judged = ({ song }: { readonly song: Song }) => {
  const { studied } = useStudy(song);
  return studied ? <Ready song={studied.song} study={studied.study} /> : null;
};

/** A song on paper: form, shapes, sections as bars, what there is to learn with its tablature, tempos to tick. */
const SongSheet = () => {
  const { id = '' } = useParams();
  const kept = useQuery({ queryKey: ['song sheet', id], queryFn: () => SONG_RECORDS.fetch(id), gcTime: 0 });
  if (kept.isError) return <p className="page">{wordsOf(kept.error)}</p>;
  return kept.data ? <Judged song={kept.data.document} /> : null;
};

export default SongSheet;
