import { say } from '@fleet-wren/wording';
import './sheets.scss';
import { NOTE_NAMING_SYSTEMS, type NoteNamingSystem } from '@fleet-wren/core';
import { ImageDown, Printer } from 'lucide-react';
import { useEffect, useRef, type ReactNode, type RefObject } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { useAccount } from '../api/account.ts';
import { LeftHandedContext } from '../components/left-handed.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { useDynamicStyles } from '../components/useDynamicStyles.ts';
import { findEngravedLines, savePicture } from './picture/save-picture.ts';
import { usePrintSettings, type PrintSettings } from './usePrintSettings.ts';

interface SheetProps {
  readonly title: string;
  /** What stands under the title: school, tempo, tuning. */
  readonly facts: readonly string[];
  readonly back: string;
  /** What is chosen for this sheet alone; in place of the ways music is written, which it has none of. */
  readonly choices?: ReactNode;
  /** Ways on to other sheets. */
  readonly ways?: ReactNode;
  /** Whether title and facts have a page of their own. */
  readonly hasCover?: boolean;
  /** What is on it, for the paper that is chosen. */
  readonly children: (paper: PrintSettings) => ReactNode;
}

/** What the note above A is called shows how all are. */
const NAMED: Readonly<Record<NoteNamingSystem, string>> = {
  letters: say('sheet.a-b-c'),
  'letters with H': say('sheet.a-h-c'),
  syllables: say('sheet.la-si-do'),
};

/** Ways music is written on a sheet, and what goes with them. */
const WRITTEN = [
  ['notes', say('sheet.notation')],
  ['counts', say('sheet.counts')],
  ['threads', say('common.fingering-diagram')],
  ['hand', say('sheet.hand')],
  ['text', say('sheet.text-tab')],
] as const;

const Written = ({ paper, change }: ReturnType<typeof usePrintSettings>) => (
  <fieldset className="sheet-written">
    <legend className="visually-hidden">{say('sheet.show-as')}</legend>
    {WRITTEN.map(([key, words]) => (
      <label key={key}>
        <input type="checkbox" checked={paper[key]} onChange={({ target }) => change({ [key]: target.checked })} />
        {words}
      </label>
    ))}
  </fieldset>
);

const PaperChoices = ({ paper, change, own }: ReturnType<typeof usePrintSettings> & { readonly own: ReactNode }) => (
  <>
    {own}
    <label>
      {say('sheet.paper-size')}
      <select
        value={paper.size}
        onChange={({ target }) => change({ size: target.value === 'letter' ? 'letter' : 'A4' })}
      >
        <option>A4</option>
        <option value="letter">{say('sheet.letter')}</option>
      </select>
    </label>
    <label>
      {say('sheet.orientation')}
      <select
        value={paper.across ? 'across' : 'upright'}
        onChange={({ target }) => change({ across: target.value === 'across' })}
      >
        <option>{say('sheet.portrait')}</option>
        <option>{say('sheet.landscape')}</option>
      </select>
    </label>
    <label>
      {say('sheet.text-size')}
      <select
        value={paper.print}
        onChange={({ target }) => change({ print: target.value === 'large' ? 'large' : 'usual' })}
      >
        <option value="usual">{say('sheet.normal')}</option>
        <option value="large">{say('sheet.large')}</option>
      </select>
    </label>
    <label>
      {say('sheet.note-names')}
      <select
        value={paper.names}
        onChange={({ target }) =>
          change({ names: NOTE_NAMING_SYSTEMS.find((one) => one === target.value) ?? 'letters' })
        }
      >
        {NOTE_NAMING_SYSTEMS.map((naming) => (
          <option key={naming} value={naming}>
            {NAMED[naming]}
          </option>
        ))}
      </select>
    </label>
    {!own && <Written paper={paper} change={change} />}
    <label>
      <input
        type="checkbox"
        checked={paper.leftHanded}
        onChange={({ target }) => change({ leftHanded: target.checked })}
      />
      {say('sheet.left-handed')}
    </label>
    <label>
      {say('sheet.student')}
      <input
        value={paper.student}
        maxLength={60}
        placeholder={say('sheet.students-name')}
        onChange={({ target }) => change({ student: target.value })}
      />
    </label>
  </>
);

interface PictureProps {
  readonly sheet: RefObject<HTMLElement | null>;
  readonly title: string;
  readonly facts: string;
}

/** The notation as a picture: for a message to a student. */
const PictureButton = ({ sheet, title, facts }: PictureProps) => {
  const notice = useToast();
  const save = async (): Promise<void> => {
    if (!sheet.current || findEngravedLines(sheet.current).length === 0) {
      notice({ text: say('sheet.no-picture-yet') });
      return;
    }
    await savePicture(sheet.current, title, facts).catch(() => notice({ text: say('sheet.picture-failed') }));
  };
  return (
    <Button variant="quiet" onClick={() => void save()}>
      <ImageDown size={15} aria-hidden /> {say('sheet.save-picture')}
    </Button>
  );
};

/**
 * A page that prints as it looks: title, facts, what there is to play. What is for the screen only is left out on
 * paper.
 */
export const SheetPage = ({ title, facts, back, choices, ways, hasCover, children }: SheetProps) => {
  const { data: account } = useAccount();
  const settings = usePrintSettings();
  const { paper } = settings;
  const sheet = useRef<HTMLElement>(null);
  const line = facts.filter(Boolean).join(' · ');
  useEffect(() => {
    const before = document.title;
    document.title = title;
    return () => {
      document.title = before;
    };
  }, [title]);
  useDynamicStyles(`@page { size: ${paper.size} ${paper.across ? 'landscape' : 'portrait'}; margin: 14mm 13mm; }`);
  return (
    <div className={`sheet-room sheet-${paper.print}`}>
      <div className="sheet-bar">
        <Link to={back} relative="path" className="btn btn-quiet btn-sm">
          {say('sheet.back')}
        </Link>
        {ways}
        <PaperChoices {...settings} own={choices} />
        {!choices && <PictureButton sheet={sheet} title={title} facts={line} />}
        <Button onClick={() => window.print()}>
          <Printer size={15} aria-hidden /> {say('sheet.print')}
        </Button>
      </div>
      <article
        ref={sheet}
        className={['paper', `paper-${paper.size}`, paper.across && 'paper-across', hasCover && 'paper-bound']
          .filter(Boolean)
          .join(' ')}
        aria-label={say('sheet.sheet', { title })}
      >
        <header>
          <h1>{title}</h1>
          <p>{line}</p>
          <p className="sheet-who">
            {account?.studio}
            {paper.student && say('sheet.for', { student: paper.student })},{' '}
            {new Date().toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })}
          </p>
        </header>
        <LeftHandedContext value={paper.leftHanded}>{children(paper)}</LeftHandedContext>
      </article>
    </div>
  );
};
