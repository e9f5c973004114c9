import type { Result } from '../errors/index.ts';
import { editOf, type AnyEdit, type DocumentKind, type Edited, type Handlers } from '../edit/reducer.ts';
import type { Voicing } from '../harmony/index.ts';
import type { Instrument } from '../instrument/index.ts';
import type { MadeSchool } from '../pattern/index.ts';
import type { Metre } from '../time/index.ts';
import { problemsOfSong } from './problems.ts';
import type { Bar, SongFigure, Part, Section, Song } from './song.ts';

/** Everything that can be done to a song, each with a name. Edits are plain data. */
export type SongEdit =
  | { readonly kind: 'rename'; readonly name: string }
  | { readonly kind: 'setTempo'; readonly tempo: number }
  | { readonly kind: 'setMetre'; readonly metre: Metre }
  | { readonly kind: 'setSwing'; readonly swing: number | undefined }
  | { readonly kind: 'setInstrument'; readonly instrument: Instrument }
  | { readonly kind: 'chooseSchool'; readonly school: string; readonly ownSchool?: MadeSchool }
  | { readonly kind: 'setTags'; readonly tags: readonly string[] | undefined }
  | { readonly kind: 'setVoicing'; readonly id: string; readonly voicing: Voicing | undefined }
  | { readonly kind: 'setFigures'; readonly figures: readonly SongFigure[] }
  | { readonly kind: 'setSections'; readonly sections: readonly Section[] }
  | { readonly kind: 'setBars'; readonly section: string; readonly bars: readonly Bar[] }
  | { readonly kind: 'setForm'; readonly form: readonly Part[] };

/** An edit of a song, or several as one. */
export type AnySongEdit = AnyEdit<SongEdit, Song>;

const withFields = (song: Song, fields: Partial<Song>): Song => {
  const next: Record<string, unknown> = { ...song, ...fields };
  for (const key of Object.keys(fields)) if (next[key] === undefined) delete next[key];
  return next as unknown as Song;
};

const setVoicing = (song: Song, id: string, voicing: Voicing | undefined): Edited<SongEdit, Song> => {
  const { [id]: old, ...others } = song.voicings;
  const voicings = voicing ? { ...song.voicings, [id]: voicing } : others;
  return { document: { ...song, voicings }, inverse: { kind: 'setVoicing', id, voicing: old } };
};

const setBars = (song: Song, id: string, bars: readonly Bar[]): Edited<SongEdit, Song> => {
  const old = song.sections.find((section) => section.id === id);
  if (!old) return { document: song, inverse: { kind: 'batch', edits: [] } };
  const sections = song.sections.map((section) => (section.id === id ? { ...section, bars } : section));
  return { document: { ...song, sections }, inverse: { kind: 'setBars', section: id, bars: old.bars } };
};

const HANDLERS: Handlers<SongEdit, Song> = {
  rename: (song, { name }) => ({ document: { ...song, name }, inverse: { kind: 'rename', name: song.name } }),
  setTempo: (song, { tempo }) => ({ document: { ...song, tempo }, inverse: { kind: 'setTempo', tempo: song.tempo } }),
  setMetre: (song, { metre }) => ({ document: { ...song, metre }, inverse: { kind: 'setMetre', metre: song.metre } }),
  setSwing: (song, { swing }) => ({
    document: withFields(song, { swing }),
    inverse: { kind: 'setSwing', swing: song.swing },
  }),
  setInstrument: (song, { instrument }) => ({
    document: { ...song, instrument },
    inverse: { kind: 'setInstrument', instrument: song.instrument },
  }),
  chooseSchool: (song, { school, ownSchool }) => ({
    document: withFields(song, { school, ownSchool }),
    inverse: { kind: 'chooseSchool', school: song.school, ownSchool: song.ownSchool },
  }),
  setTags: (song, { tags }) => ({
    document: withFields(song, { tags }),
    inverse: { kind: 'setTags', tags: song.tags },
  }),
  setVoicing: (song, { id, voicing }) => setVoicing(song, id, voicing),
  setFigures: (song, { figures }) => ({
    document: { ...song, figures },
    inverse: { kind: 'setFigures', figures: song.figures },
  }),
  setSections: (song, { sections }) => ({
    document: { ...song, sections },
    inverse: { kind: 'setSections', sections: song.sections },
  }),
  setBars: (song, { section, bars }) => setBars(song, section, bars),
  setForm: (song, { form }) => ({ document: { ...song, form }, inverse: { kind: 'setForm', form: song.form } }),
};

/** Songs as a kind of document. */
export const SONG_KIND: DocumentKind<SongEdit, Song> = { name: 'song', handlers: HANDLERS, problems: problemsOfSong };

/**
 * Applies an edit to a song; one that could not stand afterwards is refused with the reasons and the old one stays.
 * @example
 * valueOrThrow(editSong(newSong('Song'), { kind: 'setTempo', tempo: 96 })).document.tempo // => 96
 */
export const editSong = (song: Song, change: AnySongEdit): Result<Edited<SongEdit, Song>> =>
  editOf(SONG_KIND, song, change);
