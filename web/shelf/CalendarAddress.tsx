import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { Reminders } from '../../contract/shelf/plan';
import type { Settings, SettingsChange } from '../../contract/settings';
import { api } from '../api/api';
import { useSayOutcome } from '../api/useSayOutcome';

const REMINDED: readonly { of: keyof Reminders; text: string }[] = [
  { of: 'steeps', text: 'steeps that are done' },
  { of: 'lastGoodDays', text: 'the last good days of a bag' },
  { of: 'thaws', text: 'what goes into the freezer and comes out' },
  { of: 'orders', text: 'the last day to order' },
];

/** The plan as a calendar, and what the application reminds of. */
export function CalendarAddress({
  settings: { reminders },
  change,
}: {
  settings: Settings;
  change: (change: SettingsChange) => void;
}) {
  const { data } = api.useCalendarAddressQuery(undefined);
  const [renew] = api.useRenewCalendarAddressMutation();
  const [drop] = api.useDropCalendarAddressMutation();
  const say = useSayOutcome();
  return (
    <section>
      <h2>Calendar and reminders</h2>
      <p>
        <a className="btn btn-plain" href="/api/calendar" download>
          Download the calendar
        </a>
      </p>
      {data?.path ? (
        <>
          <Form.Group controlId="calendar-address">
            <Form.Label>Secret address to subscribe to</Form.Label>
            <Form.Control readOnly value={`${location.origin}${data.path}`} onFocus={({ target }) => target.select()} />
            <Form.Text>Who knows it may read the calendar, and nothing else.</Form.Text>
          </Form.Group>
          <div className="d-flex gap-2 mt-2">
            <Button
              variant="plain"
              onClick={() =>
                void renew({ body: {} }).then(({ error }) => say(error, 'The address before opens nothing any more.'))
              }
            >
              Another address
            </Button>
            <Button
              variant="plain"
              onClick={() => void drop({ body: {} }).then(({ error }) => say(error, 'The address is closed.'))}
            >
              Close it
            </Button>
          </div>
        </>
      ) : (
        <Button
          variant="plain"
          onClick={() =>
            void renew({ body: {} }).then(({ error }) => say(error, 'There is an address to subscribe to now.'))
          }
        >
          Make an address to subscribe to
        </Button>
      )}
      <p className="mt-3 mb-1">Remind me of</p>
      {REMINDED.map(({ of, text }) => (
        <Form.Check
          key={of}
          type="switch"
          id={`remind-${of}`}
          label={text}
          checked={reminders[of]}
          onChange={() => change({ reminders: { ...reminders, [of]: !reminders[of] }, was: { reminders } })}
        />
      ))}
      <BrowserNotices />
    </section>
  );
}

/** Whether the browser may say it too, while a page of Slow Crest is open. */
function BrowserNotices() {
  if (!('Notification' in window)) return null;
  if (Notification.permission === 'denied')
    return <p className="quiet small">This browser was told not to show notifications of Slow Crest.</p>;
  if (Notification.permission === 'granted')
    return <p className="quiet small">The browser says it too, while a page of Slow Crest is open.</p>;
  return (
    <Button variant="plain" className="mt-2" onClick={() => void Notification.requestPermission()}>
      Let the browser say it too
    </Button>
  );
}
