import { say, type TermName } from '@fleet-wren/wording';
import './term.scss';
import { OverlayTrigger, Popover } from 'react-bootstrap';
import { Link } from 'react-router';
import { TermPicture, type PicturedTerm } from './TermPicture.tsx';

/** A “?” beside a term that is ours: one sentence, a small picture, and the way to the glossary. */
export const TermHelp = ({ term }: { readonly term: TermName & PicturedTerm }) => {
  const name = say(`glossary.${term}.term`);
  return (
    <OverlayTrigger
      trigger="click"
      rootClose
      placement="auto"
      overlay={
        <Popover className="term-help">
          <Popover.Body>
            <TermPicture term={term} />
            <b>{name}</b>
            <p>{say(`glossary.${term}.text`)}</p>
            <Link to={`/help#${term}`}>{say('help.more')}</Link>
          </Popover.Body>
        </Popover>
      }
    >
      <button type="button" className="term-mark" aria-label={say('help.about', { term: name })}>
        ?
      </button>
    </OverlayTrigger>
  );
};
