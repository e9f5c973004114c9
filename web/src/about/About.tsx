import './about.scss';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';

interface Licences {
  readonly packages: readonly {
    readonly name: string;
    readonly version: string;
    readonly licence: string;
    readonly note?: string;
    /** Which of the texts is its licence. */
    readonly text: number;
  }[];
  readonly texts: readonly string[];
}

const fetchLicences = async (): Promise<Licences> => {
  const answer = await fetch('/licences.json');
  if (!answer.ok) throw new Error('The licences could not be loaded. Reload the page.');
  return (await answer.json()) as Licences;
};

const useLicences = () => useQuery({ queryKey: ['licences'], queryFn: fetchLicences, staleTime: Infinity });

/** A package with its licence, whose text is opened when it is asked for. */
const Package = ({ name, version, licence, note, text }: Licences['packages'][number]) => {
  const { data } = useLicences();
  return (
    <li>
      <details>
        <summary>
          <b>{name}</b> {version} <span>{licence}</span>
        </summary>
        {note && <p>{note}</p>}
        <pre tabIndex={0}>{data?.texts[text] || `Licensed under ${licence}.`}</pre>
      </details>
    </li>
  );
};

/** What the application is, and whose work it stands on. */
const About = () => {
  const { data, error } = useLicences();
  return (
    <main className="page about">
      <h1>About Fleet Wren</h1>
      <p className="lead-in">
        The workbench of a fingerstyle guitar teacher: who plays which string, why, and how fast it can go.
      </p>
      <p>
        <Link to="/">Back</Link>
      </p>
      <h2>Open-source software in Fleet Wren</h2>
      {error && <p role="alert">{error.message}</p>}
      <ul className="licences">
        {data?.packages.map((one) => (
          <Package key={`${one.name} ${one.version}`} {...one} />
        ))}
      </ul>
    </main>
  );
};

export default About;
