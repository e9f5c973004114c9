import type { Result } from '../../errors/index.ts';
import {
  applyEdit,
  type AnyEdit,
  type DocumentType,
  type EditResult,
  type EditHandlers,
} from '../../edit/apply-edit.ts';
import type { Voicing } from '../../harmony/index.ts';
import type { Instrument } from '../../instrument/index.ts';
import type { CustomSchool } from '../../pattern/index.ts';
import type { Metre } from '../../time/index.ts';
import { validateSong } from '../model/validate-song.ts';
import type { Bar, SongFigure, FormEntry, Section, Song } from '../model/song.ts';

/** Everything that can be done to a song, each with a name. Edits are plain data. */
export type SongEdit =
  | { readonly kind: 'rename'; readonly name: string }
  | { readonly kind: 'setTempo'; readonly tempo: number }
  | { readonly kind: 'setMetre'; readonly metre: Metre }
  | { readonly kind: 'setSubdivision'; readonly subdivision: number }
  | { readonly kind: 'setKey'; readonly key: string | undefined }
  | { readonly kind: 'setSwing'; readonly swing: number | undefined; readonly swingUnit?: 16 }
  | { readonly kind: 'setInstrument'; readonly instrument: Instrument }
  | { readonly kind: 'chooseSchool'; readonly school: string; readonly ownSchool?: CustomSchool }
  | { readonly kind: 'setTags'; readonly tags: readonly string[] | undefined }
  | { readonly kind: 'setVoicing'; readonly id: string; readonly voicing: Voicing | undefined }
  | { readonly kind: 'setFigures'; readonly figures: readonly SongFigure[] }
  | { readonly kind: 'setSections'; readonly sections: readonly Section[] }
  | { readonly kind: 'setBars'; readonly section: string; readonly bars: readonly Bar[] }
  | { readonly kind: 'setForm'; readonly form: readonly FormEntry[] };

/** An edit of a song, or several as one. */
export type SongChange = AnyEdit<SongEdit, Song>;

const updateFields = (song: Song, fields: Partial<Song>): Song => {
  const next: Record<string, unknown> = { ...song, ...fields };
  for (const key of Object.keys(fields)) if (next[key] === undefined) delete next[key];
  return next as unknown as Song;
};

const applyVoicing = (song: Song, id: string, voicing: Voicing | undefined): EditResult<SongEdit, Song> => {
  const { [id]: old, ...others } = song.voicings;
  const voicings = voicing ? { ...song.voicings, [id]: voicing } : others;
  return { document: { ...song, voicings }, inverse: { kind: 'setVoicing', id, voicing: old } };
};

const applyBars = (song: Song, id: string, bars: readonly Bar[]): EditResult<SongEdit, Song> => {
  const old = song.sections.find((section) => section.id === id);
  if (!old) return { document: song, inverse: { kind: 'batch', edits: [] } };
  const sections = song.sections.map((section) => (section.id === id ? { ...section, bars } : section));
  return { document: { ...song, sections }, inverse: { kind: 'setBars', section: id, bars: old.bars } };
};

const SONG_EDIT_HANDLERS: EditHandlers<SongEdit, Song> = {
  rename: (song, { name }) => ({ document: { ...song, name }, inverse: { kind: 'rename', name: song.name } }),
  setTempo: (song, { tempo }) => ({ document: { ...song, tempo }, inverse: { kind: 'setTempo', tempo: song.tempo } }),
  setMetre: (song, { metre }) => ({ document: { ...song, metre }, inverse: { kind: 'setMetre', metre: song.metre } }),
  setSubdivision: (song, { subdivision }) => ({
    document: { ...song, subdivision },
    inverse: { kind: 'setSubdivision', subdivision: song.subdivision },
  }),
  setKey: (song, { key }) => ({
    document: updateFields(song, { key }),
    inverse: { kind: 'setKey', key: song.key },
  }),
  setSwing: (song, { swing, swingUnit }) => ({
    document: updateFields(song, { swing, swingUnit }),
    inverse: { kind: 'setSwing', swing: song.swing, swingUnit: song.swingUnit },
  }),
  setInstrument: (song, { instrument }) => ({
    document: { ...song, instrument },
    inverse: { kind: 'setInstrument', instrument: song.instrument },
  }),
  chooseSchool: (song, { school, ownSchool }) => ({
    document: updateFields(song, { school, ownSchool }),
    inverse: { kind: 'chooseSchool', school: song.school, ownSchool: song.ownSchool },
  }),
  setTags: (song, { tags }) => ({
    document: updateFields(song, { tags }),
    inverse: { kind: 'setTags', tags: song.tags },
  }),
  setVoicing: (song, { id, voicing }) => applyVoicing(song, id, voicing),
  setFigures: (song, { figures }) => ({
    document: { ...song, figures },
    inverse: { kind: 'setFigures', figures: song.figures },
  }),
  setSections: (song, { sections }) => ({
    document: { ...song, sections },
    inverse: { kind: 'setSections', sections: song.sections },
  }),
  setBars: (song, { section, bars }) => applyBars(song, section, bars),
  setForm: (song, { form }) => ({ document: { ...song, form }, inverse: { kind: 'setForm', form: song.form } }),
};

/** Songs as a kind of document. */
export const SONG_DOCUMENT_TYPE: DocumentType<SongEdit, Song> = {
  name: 'song',
  handlers: SONG_EDIT_HANDLERS,
  validate: validateSong,
};

/**
 * Applies an edit to a song; one that could not stand afterwards is refused with the reasons and the old one stays.
 * @example
 * valueOrThrow(applySongEdit(createSong('Song'), { kind: 'setTempo', tempo: 96 })).document.tempo // => 96
 */
export const applySongEdit = (song: Song, change: SongChange): Result<EditResult<SongEdit, Song>> =>
  applyEdit(SONG_DOCUMENT_TYPE, song, change);
