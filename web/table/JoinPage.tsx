import { useEffect, useState, type SubmitEvent } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useNavigate, useSearchParams } from 'react-router';
import { api, problemOf } from '../api/api';
import { keptInBrowser } from '../state/kept';
import { useAppSelector } from '../state/store';
import { showTheme } from '../state/theme';
import { RidgeMark } from '../ui/RidgeMark';
import { usePageTitle } from '../ui/usePageTitle';

/** A guest comes to the table that is shared, by its code. */
export function JoinPage() {
  usePageTitle('Come to the table');
  const theme = useAppSelector((state) => state.theme);
  useEffect(() => showTheme(theme), [theme]);
  const navigate = useNavigate();
  const [address] = useSearchParams();
  const [code, setCode] = useState(address.get('code') ?? '');
  const [name, setName] = useState('');
  const [join, { error, isLoading }] = api.useJoinSittingMutation();
  const problem = problemOf(error);
  const submit = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    const { data } = await join({ body: { code: code.trim(), name: name.trim() } });
    if (!data) return;
    keptInBrowser.set('seat', data.secret, data.seatId);
    void navigate(`/seat/${data.secret}`, { replace: true });
  };
  return (
    <main id="content" className="container sign-in">
      <RidgeMark />
      <h1>Come to the table</h1>
      <p className="quiet">What you write goes to your host and, at the reveal, to everyone at this table.</p>
      <Form className="form-sheet" onSubmit={(event) => void submit(event)}>
        <Form.Label htmlFor="guest-name">Your name</Form.Label>
        <Form.Control
          id="guest-name"
          autoComplete="given-name"
          maxLength={60}
          autoFocus
          value={name}
          onChange={({ target }) => setName(target.value)}
        />
        <Form.Label htmlFor="join-code" className="mt-3">
          The code on the host’s screen
        </Form.Label>
        <Form.Control
          id="join-code"
          inputMode="numeric"
          autoComplete="one-time-code"
          maxLength={6}
          value={code}
          onChange={({ target }) => setCode(target.value)}
        />
        <div role="alert" className={problem ? 'invalid-feedback d-block' : ''}>
          {problem?.message}
        </div>
        <div className="form-actions">
          <Button type="submit" disabled={isLoading || name.trim() === '' || !/^\d{6}$/.test(code.trim())}>
            Sit down
          </Button>
        </div>
      </Form>
    </main>
  );
}
