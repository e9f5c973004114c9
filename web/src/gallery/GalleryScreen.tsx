import '../components/pattern-editor/pattern-editor.scss';
import './gallery.scss';
import { SPECIMENS } from './specimens.tsx';

/** For developers, so no text of the catalogue. */
const TITLE = 'Components';

/**
 * Every shared component in its states, for whoever works on one; in development and in the build that is tested only.
 */
const GalleryScreen = () => (
  <main className="page gallery">
    <h1>{TITLE}</h1>
    {Object.entries(SPECIMENS).map(([name, Specimen]) => (
      <section key={name} aria-labelledby={`specimen-${name}`}>
        <h2 id={`specimen-${name}`}>{name}</h2>
        <Specimen />
      </section>
    ))}
  </main>
);

export default GalleryScreen;
