import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { KEY_ACTIONS, type KeyAction, type Settings, type SettingsChange } from '../../contract/settings';
import { FIRST_KEYS, keysOf } from '../api/keys';
import { KEY_ACTION_WORDS } from '../domain/keyWords';

/** One key each, chosen by pressing it in its field; none where the field is emptied. */
export function Keys({ settings: { keys }, change }: { settings: Settings; change: (change: SettingsChange) => void }) {
  const now = keysOf(keys);
  const set = (action: KeyAction, key: string): void => change({ keys: { ...keys, [action]: key }, was: { keys } });
  const twice = KEY_ACTIONS.filter(
    (action) => now[action] !== '' && KEY_ACTIONS.some((other) => other !== action && now[other] === now[action]),
  );
  return (
    <details className="keys">
      <summary>Keys</summary>
      <table className="mt-2">
        <tbody>
          {KEY_ACTIONS.map((action) => (
            <tr key={action}>
              <td>
                <Form.Control
                  className="key"
                  aria-label={`Key: ${KEY_ACTION_WORDS[action]}`}
                  value={now[action]}
                  readOnly
                  isInvalid={twice.includes(action)}
                  onKeyDown={(event) => {
                    const { key } = event;
                    if (key === 'Backspace' || key === 'Delete') set(action, '');
                    if (!/^[a-z0-9/?.,;'-]$/.test(key) || event.ctrlKey || event.metaKey || event.altKey) return;
                    event.preventDefault();
                    event.stopPropagation();
                    set(action, key);
                  }}
                />
              </td>
              <td>
                {KEY_ACTION_WORDS[action]}
                {now[action] !== FIRST_KEYS[action] && (
                  <Button variant="bare" onClick={() => set(action, FIRST_KEYS[action])}>
                    {FIRST_KEYS[action]} again
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {twice.length > 0 && (
        <p className="invalid-feedback d-block">Two of these have the same key: both are done at once.</p>
      )}
      <p className="quiet small">
        Press a key in its field; Backspace takes it away. Single keys do nothing while you write.
      </p>
    </details>
  );
}
