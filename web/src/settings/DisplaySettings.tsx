import { say, sayLabel } from '@fleet-wren/wording';
import { type Tuning, findBassString, createInstrument, findShape, findTuningOrStandard } from '@fleet-wren/core';
import { Button, Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { chordWords } from '../components/chords/chord-text.ts';
import { setCharacterKeysAnywhere, useCharacterKeys } from '../components/shortcuts/character-keys.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { useShownAtOnce } from '../components/useShownAtOnce.ts';
import { deviceTimeZone } from '../api/event-time.ts';
import { wordsOf } from '../api/api-error.ts';
import { useUpdateSettings, useSettings } from '../api/settings.ts';
import { ChordDiagram } from '../components/chord-diagram/ChordDiagram.tsx';

const standard = createInstrument(findTuningOrStandard('standard'));
const shown = ['C', 'G', 'D'].flatMap((chord) => findShape(standard, chord) ?? []);

const OwnTuning = ({ tuning }: { readonly tuning: Tuning }) => {
  const change = useUpdateSettings();
  const notice = useToast();
  const name = sayLabel(tuning.name);
  const others = (tunings: readonly Tuning[] = []): readonly Tuning[] =>
    tunings.filter(({ key }) => key !== tuning.key);
  const bringBack = (): void =>
    change.mutate((settings) => ({ ...settings, tunings: [...others(settings.tunings), tuning] }));
  const remove = (): void => {
    change.mutate((settings) => ({ ...settings, tunings: others(settings.tunings) }));
    notice({
      text: say('common.deleted-named', { name }),
      action: { label: say('common.undo'), run: bringBack },
    });
  };
  return (
    <li>
      <b>{name}</b>{' '}
      <Button variant="plain" size="sm" aria-label={say('settings.delete-tuning', { name })} onClick={remove}>
        {say('common.delete')}
      </Button>
    </li>
  );
};

const Tunings = () => {
  const { tunings = [] } = useSettings();
  if (tunings.length === 0) return <p className="text-soft">{say('settings.no-custom-tunings-yet-choose-other')}</p>;
  return (
    <ul className="own-tunings">
      {tunings.map((tuning) => (
        <OwnTuning key={tuning.key} tuning={tuning} />
      ))}
    </ul>
  );
};

/** The time zone practice days begin in. */
const PracticeDays = () => {
  const { timeZone = '' } = useSettings();
  const change = useUpdateSettings();
  const [shownZone, showZone] = useShownAtOnce(timeZone);
  const choose = (zone: string): void => {
    showZone(zone);
    change.mutate(({ timeZone: _before, ...settings }) => (zone === '' ? settings : { ...settings, timeZone: zone }));
  };
  return (
    <section>
      <h2>{say('settings.practice-days')}</h2>
      <Form.Group controlId="time-zone">
        <Form.Label>{say('settings.time-zone')}</Form.Label>
        <Form.Select value={shownZone} onChange={({ target }) => choose(target.value)} className="time-zone">
          <option value="">{say('settings.time-zone-of-device', { zone: deviceTimeZone() })}</option>
          {Intl.supportedValuesOf('timeZone').map((zone) => (
            <option key={zone} value={zone}>
              {zone.replaceAll('_', ' ')}
            </option>
          ))}
        </Form.Select>
        <Form.Text>{say('settings.time-zone-how')}</Form.Text>
      </Form.Group>
      {change.isError && <p role="alert">{wordsOf(change.error)}</p>}
    </section>
  );
};

/**
 * Whether letters are shortcuts anywhere: who speaks to the computer, or holds it with a head stick, turns them off.
 */
const CharacterKeys = () => {
  const { anywhere } = useCharacterKeys();
  return (
    <section>
      <h2>{say('settings.keyboard')}</h2>
      <Form.Check
        type="switch"
        id="character-keys"
        label={say('settings.character-keys')}
        checked={anywhere}
        onChange={({ target: { checked } }) => setCharacterKeysAnywhere(checked)}
      />
      <Form.Text>
        {say('settings.character-keys-how')} <Link to="/help">{say('help.shortcuts')}</Link>
      </Form.Text>
    </section>
  );
};

/** How necks are drawn in this studio, when its days begin, and the tunings it keeps. */
export const DisplaySettings = () => {
  const { leftHanded = false, uprightDiagrams = false } = useSettings();
  const change = useUpdateSettings();
  const [shownLeftHanded, showLeftHanded] = useShownAtOnce(leftHanded);
  const [shownUpright, showUpright] = useShownAtOnce(uprightDiagrams);
  return (
    <>
      <section>
        <h2>{say('settings.fretboard-and-chord-diagrams')}</h2>
        <Form.Check
          type="switch"
          id="left-handed"
          label={say('settings.left-handed-view')}
          checked={shownLeftHanded}
          onChange={({ target: { checked } }) => {
            showLeftHanded(checked);
            change.mutate((settings) => ({ ...settings, leftHanded: checked }));
          }}
        />
        <Form.Check
          type="switch"
          id="upright-diagrams"
          label={say('settings.upright-diagrams')}
          checked={shownUpright}
          onChange={({ target: { checked } }) => {
            showUpright(checked);
            change.mutate((settings) => ({ ...settings, uprightDiagrams: checked }));
          }}
        />
        {change.isError && <p role="alert">{wordsOf(change.error)}</p>}
        <div className="sheet-grids">
          {shown.map((voicing) => (
            <figure key={voicing.chord}>
              <figcaption>{chordWords(voicing.chord)}</figcaption>
              <ChordDiagram voicing={voicing} bass={findBassString(standard, voicing)} />
            </figure>
          ))}
        </div>
      </section>
      <PracticeDays />
      <CharacterKeys />
      <section>
        <h2>{say('settings.custom-tunings')}</h2>
        <Tunings />
      </section>
    </>
  );
};
