import Button from 'react-bootstrap/Button';
import type { Sitting } from '../../contract/table/sitting';
import { api } from '../api/api';
import { useSayOutcome } from '../api/useSayOutcome';
import { clockHere } from '../ui/format';

/** Lets guests come on their own phones: off until it is asked for, and to this one sitting only. */
export function Sharing({ sitting: { id } }: { sitting: Sitting }) {
  const { data: sharing } = api.useSharingQuery(undefined);
  const [share, { isLoading }] = api.useShareMutation();
  const [stop] = api.useStopSharingMutation();
  const say = useSayOutcome();
  const isShared = sharing?.sittingId === id;
  const open = (): void => void share({ id, body: {} }).then(({ error }) => error && say(error, ''));
  return (
    <section className="sharing">
      <h2>Phones</h2>
      {isShared ? (
        <>
          {sharing.code === null ? (
            <p>The code is over. Who sits here goes on; nobody new comes in.</p>
          ) : (
            <>
              {sharing.qr !== null && (
                <img
                  className="qr"
                  alt="The way in, to be read by a phone"
                  src={`data:image/svg+xml;utf8,${encodeURIComponent(sharing.qr)}`}
                />
              )}
              <p>
                {sharing.addresses.map((address) => (
                  <span key={address} className="d-block">
                    {address}/join
                  </span>
                ))}
                Code <strong className="code">{sharing.code}</strong>
                {sharing.expiresAt !== null && (
                  <span className="quiet">, until {clockHere(new Date(sharing.expiresAt))}</span>
                )}
              </p>
            </>
          )}
          <div className="d-flex gap-2">
            <Button variant="plain" disabled={isLoading} onClick={open}>
              A new code
            </Button>
            <Button
              variant="plain"
              onClick={() =>
                void stop({ body: {} }).then(({ error }) => say(error, 'Nobody on the network is let in any more.'))
              }
            >
              Stop sharing
            </Button>
          </div>
          <p className="quiet small">
            Phones on this network reach this sitting and nothing else. What is sent is not encrypted: share on networks
            you trust.
          </p>
        </>
      ) : (
        <>
          <p className="quiet">
            Off. Turned on, phones on this network come in with a code, each to a sheet of its own, and to nothing else.
          </p>
          <Button variant="plain" disabled={isLoading} onClick={open}>
            Share this sitting
          </Button>
        </>
      )}
    </section>
  );
}
