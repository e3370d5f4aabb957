import Button from 'react-bootstrap/Button';
import { Link, useNavigate } from 'react-router';
import type { Sitting, Seat } from '../../contract/table/sitting';
import { api } from '../api/api';
import { useSayOutcome } from '../api/useSayOutcome';
import { NameForm } from '../forms/LineForm';
import { isSameName } from '../forms/typed';
import { keptInBrowser } from '../state/kept';

/** Who sits at a table and how far each is. Nothing of what they wrote is shown before the reveal. */
export function Seats({ sitting: { id, seats, cups } }: { sitting: Sitting }) {
  return (
    <section>
      <h2>Who tastes</h2>
      {seats.length > 0 && (
        <ul className="plain-list seats">
          {seats.map((seat) => (
            <SeatLine key={seat.id} sittingId={id} seat={seat} cups={cups.length} />
          ))}
        </ul>
      )}
      <AddSeat sittingId={id} seated={seats} />
    </section>
  );
}

function SeatLine({ sittingId, seat, cups }: { sittingId: string; seat: Seat; cups: number }) {
  const { id, name, isGuest, cupsWritten, isDone } = seat;
  const navigate = useNavigate();
  const say = useSayOutcome();
  const [seatAgain] = api.useSeatAgainMutation();
  const [removeSeat] = api.useRemoveSeatMutation();
  const own = keptInBrowser.get('seat', id);
  // A device that wrote at this seat goes on there; another one is let in, and the one before is not any more.
  const sitHere = async (): Promise<void> => {
    const { data, error } = await seatAgain({ id: sittingId, seatId: id, body: {} });
    if (!data) {
      say(error, '');
      return;
    }
    keptInBrowser.set('seat', data.secret, id);
    void navigate(`/seat/${data.secret}`);
  };
  return (
    <li>
      <span>
        <strong dir="auto">{name}</strong> {isGuest && <WhoIsIt sittingId={sittingId} seat={seat} />}
      </span>
      <span className="quiet" aria-live="polite">
        {isDone ? 'through' : cupsWritten === 0 ? 'nothing written yet' : `${cupsWritten} of ${cups} cups`}
      </span>
      <span className="seat-actions">
        {own === null ? (
          <Button
            variant="bare"
            aria-label={`${isGuest ? 'Write here instead' : 'Write here'}, as ${name}`}
            onClick={() => void sitHere()}
          >
            {isGuest ? 'Write here instead' : 'Write here'}
          </Button>
        ) : (
          <Link className="btn btn-bare" to={`/seat/${own}`} aria-label={`To the sheet of ${name}`}>
            To the sheet
          </Link>
        )}
        <Button
          variant="bare"
          aria-label={`Take away the seat of ${name}`}
          onClick={() =>
            void removeSeat({ id: sittingId, seatId: id, body: {} }).then(({ error }) =>
              say(error, `${name} sits here no more.`, { kind: 'seat', id, sittingId }),
            )
          }
        >
          Take away
        </Button>
      </span>
    </li>
  );
}

/** A guest stays one, whatever name they typed, until the host says which taster of the household it is. */
function WhoIsIt({ sittingId, seat: { id, name, tasterId } }: { sittingId: string; seat: Seat }) {
  const say = useSayOutcome();
  const [nameSeat] = api.useNameSeatMutation();
  const { data: tasters = [] } = api.useTastersQuery(undefined);
  const choose = async (taster: string): Promise<void> => {
    const { error } = await nameSeat({ id: sittingId, seatId: id, body: { tasterId: taster === '' ? null : taster } });
    if (error) say(error, '');
  };
  return (
    <select
      className="form-select form-select-sm seat-taster"
      aria-label={`Who ${name} is`}
      value={tasterId ?? ''}
      onChange={({ target }) => void choose(target.value)}
    >
      <option value="">guest</option>
      {tasters
        .filter(({ mergedInto }) => mergedInto === null)
        .map((one) => (
          <option key={one.id} value={one.id}>
            {one.name}
          </option>
        ))}
    </select>
  );
}

function AddSeat({ sittingId, seated }: { sittingId: string; seated: readonly Seat[] }) {
  const say = useSayOutcome();
  const [takeSeat] = api.useTakeSeatMutation();
  const { data: tasters = [] } = api.useTastersQuery(undefined);
  const free = tasters.filter(
    ({ name, mergedInto }) => mergedInto === null && !seated.some((seat) => isSameName(seat.name, name)),
  );
  const seat = async (name: string, tasterId: string | null): Promise<boolean> => {
    const { data, error } = await takeSeat({ id: sittingId, body: { name, tasterId } });
    if (data) keptInBrowser.set('seat', data.secret, data.seatId);
    else say(error, '');
    return data !== undefined;
  };
  return (
    <>
      {free.length > 0 && (
        <div className="taps">
          <div>
            {free.slice(0, 8).map(({ id, name }) => (
              <button key={id} type="button" className="btn btn-plain" dir="auto" onClick={() => void seat(name, id)}>
                Seat {name}
              </button>
            ))}
          </div>
        </div>
      )}
      <NameForm
        label="Name of someone else who tastes"
        button="Seat"
        placeholder="someone else"
        add={(name) => seat(name, null)}
      />
    </>
  );
}
