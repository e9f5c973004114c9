import { say } from '@fleet-wren/wording';
import { rehearsalLetter, setRepeatCount, createToggleEndingEdit, type FormEntry } from '@fleet-wren/core';
import { ChevronLeft, ChevronRight, Minus, Plus, X } from 'lucide-react';
import { useSong, useSongStore } from './song-store.ts';

const replaced = (form: readonly FormEntry[], at: number, part: FormEntry): readonly FormEntry[] =>
  form.map((one, index) => (index === at ? part : one));

const swapped = (form: readonly FormEntry[], at: number, by: number): readonly FormEntry[] => {
  const next = [...form];
  const [one] = next.splice(at, 1);
  if (one) next.splice(at + by, 0, one);
  return next;
};

interface PartProps {
  readonly part: FormEntry;
  readonly index: number;
  readonly form: readonly FormEntry[];
}

const PartChip = ({ part, index, form }: PartProps) => {
  const store = useSongStore();
  const { applyEdit, choose } = store.getState();
  const sections = useSong((state) => state.document.sections);
  const chosen = useSong((state) => state.selectedBars.location);
  const place = sections.findIndex(({ id }) => id === part.section);
  const name = sections[place]?.name ?? part.section;
  const set = (next: readonly FormEntry[]): boolean => applyEdit({ kind: 'setForm', form: next });
  const times = (by: number): void => void set(replaced(form, index, setRepeatCount(part, part.times + by)));
  return (
    <li className={chosen === part.section ? 'part part-chosen' : 'part'}>
      <button type="button" className="part-name" onClick={() => choose({ location: part.section, from: 0, count: 1 })}>
        <b>{rehearsalLetter(place)}</b> {name}
        {part.times > 1 && <span className="part-times">×{part.times}</span>}
      </button>
      <span className="part-tools">
        <button
          type="button"
          aria-label={say('songs.move-earlier-2', { name })}
          disabled={index === 0}
          onClick={() => set(swapped(form, index, -1))}
        >
          <ChevronLeft size={13} aria-hidden />
        </button>
        <button
          type="button"
          aria-label={say('songs.play-one-time-fewer', { name })}
          disabled={part.times <= 1}
          onClick={() => times(-1)}
        >
          <Minus size={13} aria-hidden />
        </button>
        <button type="button" aria-label={say('songs.play-one-more-time', { name })} onClick={() => times(1)}>
          <Plus size={13} aria-hidden />
        </button>
        {part.times > 1 && (
          <button
            type="button"
            aria-label={say('songs.different-ending-the-last-time-2', { name })}
            aria-pressed={part.endings?.some(({ time }) => time === part.times) ?? false}
            title={say('songs.different-ending-the-last-time')}
            onClick={() => applyEdit(createToggleEndingEdit(store.getState().document, index, part.times))}
          >
            {part.times}.
          </button>
        )}
        <button
          type="button"
          aria-label={say('songs.move-later-2', { name })}
          disabled={index === form.length - 1}
          onClick={() => set(swapped(form, index, 1))}
        >
          <ChevronRight size={13} aria-hidden />
        </button>
        <button
          type="button"
          aria-label={say('songs.remove-from-the-form', { name })}
          onClick={() => set(form.filter((_, at) => at !== index))}
        >
          <X size={13} aria-hidden />
        </button>
      </span>
    </li>
  );
};

/** The form as a line: which section is played when, and how often. */
export const SongForm = () => {
  const { applyEdit } = useSongStore().getState();
  const form = useSong((state) => state.document.form);
  const sections = useSong((state) => state.document.sections);
  return (
    <nav className="form-line" aria-label={say('songs.form')}>
      <ol>
        {form.map((part, index) => (
          <PartChip key={`${index}${part.section}`} part={part} index={index} form={form} />
        ))}
        <li>
          <select
            aria-label={say('songs.add-section-to-the-form')}
            value=""
            onChange={({ target }) =>
              applyEdit({ kind: 'setForm', form: [...form, { section: target.value, times: 1 }] })
            }
          >
            <option value="">{say('songs.add-section-more')}</option>
            {sections.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </li>
      </ol>
    </nav>
  );
};
