import { say } from '@fleet-wren/wording';
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
  if (!answer.ok) throw new Error(say('about.licences-not-loaded'));
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
        <pre tabIndex={0}>{data?.texts[text] || say('about.licensed-under', { licence })}</pre>
      </details>
    </li>
  );
};

/** What the application is, and whose work it stands on. */
const About = () => {
  const { data, error } = useLicences();
  return (
    <main className="page about">
      <h1>{say('about.title')}</h1>
      <p className="lead-in">{say('about.lead')}</p>
      <p>
        <Link to="/">{say('common.back')}</Link>
      </p>
      <h2>{say('about.software')}</h2>
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
