import './sheet.scss';
import { Printer } from 'lucide-react';
import { useEffect, type ReactNode } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { useAccount } from '../api/account.ts';
import { usePaper } from './paper.ts';

interface SheetProps {
  readonly title: string;
  /** What stands under the title: school, tempo, tuning. */
  readonly facts: readonly string[];
  readonly back: string;
  readonly children: ReactNode;
}

const PaperChoices = ({ paper, change }: ReturnType<typeof usePaper>) => (
  <>
    <label>
      Paper
      <select
        value={paper.size}
        onChange={({ target }) => change({ size: target.value === 'letter' ? 'letter' : 'A4' })}
      >
        <option>A4</option>
        <option value="letter">Letter</option>
      </select>
    </label>
    <label>
      Print
      <select
        value={paper.print}
        onChange={({ target }) => change({ print: target.value === 'large' ? 'large' : 'usual' })}
      >
        <option value="usual">usual</option>
        <option value="large">large, to be read from the stand</option>
      </select>
    </label>
    <label>
      For
      <input
        value={paper.student}
        maxLength={60}
        placeholder="a student"
        onChange={({ target }) => change({ student: target.value })}
      />
    </label>
  </>
);

/** A page that prints as it looks: title, facts, what there is to play. What is for the screen only is left out on paper. */
export const Sheet = ({ title, facts, back, children }: SheetProps) => {
  const { data: account } = useAccount();
  const settings = usePaper();
  const { paper } = settings;
  useEffect(() => {
    const before = document.title;
    document.title = title;
    return () => {
      document.title = before;
    };
  }, [title]);
  return (
    <div className={`sheet-room sheet-${paper.print}`}>
      <style>{`@page { size: ${paper.size} portrait; margin: 14mm 13mm; }`}</style>
      <div className="sheet-bar">
        <Link to={back} relative="path" className="btn btn-quiet btn-sm">
          Back
        </Link>
        <PaperChoices {...settings} />
        <Button onClick={() => window.print()}>
          <Printer size={15} aria-hidden /> Print
        </Button>
      </div>
      <article className={`paper paper-${paper.size}`} aria-label={`Sheet: ${title}`}>
        <header>
          <h1>{title}</h1>
          <p>{facts.filter(Boolean).join(' · ')}</p>
          <p className="sheet-who">
            {account?.studio}
            {paper.student && `, for ${paper.student}`},{' '}
            {new Date().toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })}
          </p>
        </header>
        {children}
      </article>
    </div>
  );
};
