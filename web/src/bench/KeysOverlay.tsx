import { say } from '@fleet-wren/wording';
import { Modal } from 'react-bootstrap';
import { COMMANDS, type Command } from './commands.ts';
import { shownKey } from './key-press.ts';

const GROUPS: readonly Command['group'][] = ['Move', 'Strokes', 'Select', 'Listen', 'Pattern'];

/** Every command of the bench and its key. */
export const KeysOverlay = ({ hide }: { readonly hide: () => void }) => (
  <Modal show onHide={hide} size="xl" centered aria-labelledby="keys-title">
    <Modal.Header closeButton>
      <Modal.Title id="keys-title">{say('bench.keyboard-shortcuts')}</Modal.Title>
    </Modal.Header>
    <Modal.Body className="keys">
      {GROUPS.map((group) => (
        <section key={group}>
          <h3>{group}</h3>
          <dl>
            {COMMANDS.filter((command) => command.group === group).map(({ keys, label }) => (
              <div key={label}>
                <dt>
                  {keys.map((key) => (
                    <kbd key={key}>{shownKey(key)}</kbd>
                  ))}
                </dt>
                <dd>{label}</dd>
              </div>
            ))}
          </dl>
        </section>
      ))}
    </Modal.Body>
  </Modal>
);
