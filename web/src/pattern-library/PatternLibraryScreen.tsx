import './pattern-library.scss';
import { say, sayMessage } from '@fleet-wren/wording';
import { PATTERN_LIBRARY, describeCounts, withName, type LibraryPattern } from '@fleet-wren/core';
import { useMemo, useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { useCreatePattern } from '../api/patterns.ts';
import { wordsOf } from '../api/api-error.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { PatternPreview } from '../components/preview/PatternPreview.tsx';

const Shown = ({ figure }: { readonly figure: LibraryPattern }) => {
  const create = useCreatePattern();
  const navigate = useNavigate();
  const notice = useToast();
  const pattern = useMemo(() => withName(figure.pattern, sayMessage(figure.name)), [figure]);
  const take = (): void =>
    create.mutate(pattern, {
      onSuccess: ({ id }) => void navigate(`/patterns/${id}`),
      onError: (error) => notice({ text: wordsOf(error) }),
    });
  return (
    <section aria-label={sayMessage(figure.name)}>
      <h2>{sayMessage(figure.name)}</h2>
      <p>{sayMessage(figure.use)}</p>
      <p className="counts-aloud">{describeCounts(figure.pattern)}</p>
      <PatternPreview pattern={pattern} />
      <Button className="mt-3" onClick={take} disabled={create.isPending}>
        {say('common.open-as-new-pattern')}
      </Button>
    </section>
  );
};

/** The shelf of standard figures: usual name, use, counts; to be heard and copied. */
const PatternLibraryScreen = () => {
  const [key, setKey] = useState(PATTERN_LIBRARY[0]?.key ?? '');
  const figure = PATTERN_LIBRARY.find((one) => one.key === key);
  return (
    <div className="shelf">
      <nav aria-label={say('library.standard-patterns')}>
        <Link to="/patterns" className="back-link">
          {say('common.all-patterns')}
        </Link>
        <h1>{say('common.pattern-library')}</h1>
        <div className="pick-list">
          {PATTERN_LIBRARY.map((one) => (
            <button key={one.key} type="button" aria-pressed={one.key === key} onClick={() => setKey(one.key)}>
              {sayMessage(one.name)}
            </button>
          ))}
        </div>
      </nav>
      {figure && <Shown key={figure.key} figure={figure} />}
    </div>
  );
};

export default PatternLibraryScreen;
