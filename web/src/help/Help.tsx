import { TERMS, say, type TermName } from '@fleet-wren/wording';
import './help.scss';
import { useMemo, useState } from 'react';
import { Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { KeysList, findShortcuts } from '../components/shortcuts/KeysList.tsx';

/** The terms a search finds, in the order of the alphabet. */
const found = (search: string): readonly TermName[] => {
  const wanted = search.trim().toLocaleLowerCase();
  const matches = (text: string): boolean => text.toLocaleLowerCase().includes(wanted);
  return TERMS.filter((term) => matches(say(`glossary.${term}.term`)) || matches(say(`glossary.${term}.text`))).sort(
    (a, b) => say(`glossary.${a}.term`).localeCompare(say(`glossary.${b}.term`)),
  );
};

const Glossary = ({ terms }: { readonly terms: readonly TermName[] }) => (
  <section aria-labelledby="glossary-title">
    <h2 id="glossary-title">{say('help.glossary')}</h2>
    <dl className="glossary">
      {terms.map((term) => (
        <div key={term} id={term}>
          <dt>{say(`glossary.${term}.term`)}</dt>
          <dd>{say(`glossary.${term}.text`)}</dd>
        </div>
      ))}
    </dl>
  </section>
);

const Shortcuts = ({ shortcuts }: { readonly shortcuts: ReturnType<typeof findShortcuts> }) => (
  <section aria-labelledby="shortcuts-title">
    <h2 id="shortcuts-title">{say('help.shortcuts')}</h2>
    <p className="text-soft">{say('help.shortcuts-lead')}</p>
    <KeysList shortcuts={shortcuts} />
  </section>
);

/** The words of the application and its keys, found by a search. */
const Help = () => {
  const [search, setSearch] = useState('');
  const terms = useMemo(() => found(search), [search]);
  const shortcuts = useMemo(() => findShortcuts(search), [search]);
  return (
    <div className="page help">
      <header className="page-head">
        <h1>{say('help.title')}</h1>
        <Form.Control
          type="search"
          aria-label={say('help.search')}
          placeholder={say('help.search')}
          value={search}
          onChange={({ target }) => setSearch(target.value)}
        />
      </header>
      <p className="lead-in">
        {say('help.lead')} <Link to="/schools">{say('schools.title')}</Link> · <Link to="/">{say('common.back')}</Link>
      </p>
      <div aria-live="polite">
        {terms.length > 0 && <Glossary terms={terms} />}
        {shortcuts.length > 0 && <Shortcuts shortcuts={shortcuts} />}
        {terms.length + shortcuts.length === 0 && <p className="text-soft">{say('help.none-found', { search })}</p>}
      </div>
    </div>
  );
};

export default Help;
