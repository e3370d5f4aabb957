import Modal from 'react-bootstrap/Modal';
import { KEY_ACTIONS, type KeyAction } from '../contract/settings';
import { useKeys } from './api/keys';
import { KEY_ACTION_WORDS } from './domain/keyWords';

interface Shortcut {
  keys: string;
  does: string;
}

/** What has one key wherever one is, and can be given another in the store room. */
const chosen = (keys: Readonly<Record<KeyAction, string>>): Shortcut[] =>
  KEY_ACTIONS.filter((action) => keys[action] !== '').map((action) => ({
    keys: keys[action],
    does: KEY_ACTION_WORDS[action],
  }));

const FIXED: readonly Shortcut[] = [
  { keys: '1 … 6', does: 'At the bench: tick what is ready' },
  { keys: 'Space', does: 'At the bench: start, mark the stage as done, on to the cup' },
  { keys: 'e  u', does: 'At the bench: it is over; unmark the last stage' },
  { keys: 'F', does: 'At the cup: hold it down as long as the finish lasts' },
  { keys: 'l  j  m', does: 'In a level: too little, just right, too much' },
  { keys: 'Enter  ,', does: 'Among notes: the suggestion; the word as typed' },
  { keys: 'Ctrl Enter', does: 'Save the sheet in view' },
  { keys: '↑ ↓', does: 'In a mark: one step up or down' },
];

/** The keys that save a wet hand some reaching. */
export function ShortcutsDialog({ show, onHide }: { show: boolean; onHide: () => void }) {
  const keys = useKeys();
  return (
    <Modal show={show} onHide={onHide} aria-labelledby="shortcuts-title">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="shortcuts-title">
          Keys
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <table className="w-100">
          <tbody>
            {[...chosen(keys), ...FIXED].map(({ keys, does }) => (
              <tr key={keys}>
                <td className="pe-3 pb-2">
                  <kbd>{keys}</kbd>
                </td>
                <td className="pb-2">{does}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Modal.Body>
    </Modal>
  );
}
