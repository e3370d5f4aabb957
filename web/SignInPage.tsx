import { useEffect, useState, type SubmitEvent } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useSearchParams } from 'react-router';
import { isOwnAddress } from '../core/draft';
import { api, problemOf } from './api/api';
import { useAppSelector } from './state/store';
import { showTheme } from './state/theme';
import { RidgeMark } from './ui/RidgeMark';
import { usePageTitle } from './ui/usePageTitle';

/** Asks for the household's passphrase, where the application can be reached from other machines. */
export function SignInPage() {
  const [passphrase, setPassphrase] = useState('');
  const [signIn, { error, isLoading }] = api.useSignInMutation();
  const [address] = useSearchParams();
  const theme = useAppSelector((state) => state.theme);
  usePageTitle('Sign in');
  useEffect(() => showTheme(theme), [theme]);
  const to = address.get('to') ?? '/';
  const submit = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    const answer = await signIn({ body: { passphrase } });
    // The whole page anew: whatever was refused before is asked for again.
    if (!answer.error) location.assign(isOwnAddress(to) ? to : '/');
  };
  const problem = problemOf(error);
  return (
    <main id="content" className="container sign-in">
      <RidgeMark />
      <h1>This household keeps its shelf to itself</h1>
      <p className="quiet">
        Its passphrase was chosen on the machine Slow Crest runs on. What you had written in this browser is still here.
      </p>
      <Form className="form-sheet" onSubmit={(event) => void submit(event)}>
        <Form.Label htmlFor="passphrase">Passphrase</Form.Label>
        <Form.Control
          id="passphrase"
          type="password"
          autoComplete="current-password"
          autoFocus
          value={passphrase}
          aria-invalid={problem !== null}
          aria-describedby="passphrase-problem"
          onChange={(event) => setPassphrase(event.target.value)}
        />
        <div id="passphrase-problem" role="alert" className={problem ? 'invalid-feedback d-block' : ''}>
          {problem?.message}
        </div>
        <div className="form-actions">
          <Button type="submit" disabled={isLoading || passphrase === ''}>
            Sign in
          </Button>
        </div>
      </Form>
    </main>
  );
}
