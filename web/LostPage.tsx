import { Link, useRouteError } from 'react-router';
import { usePageTitle } from './ui/usePageTitle';

/** An address that leads nowhere, or a page that broke. */
export function LostPage() {
  const broke = Boolean(useRouteError());
  usePageTitle(broke ? 'Something broke' : 'Nothing here');
  return (
    <div className="container empty">
      <h1>{broke ? 'This page broke' : 'There is nothing at this address'}</h1>
      <p>
        {broke
          ? 'What was saved is safe. Loading the page again usually helps.'
          : 'The bag may have been deleted, or the link may be cut short.'}
      </p>
      <Link className="btn btn-primary" to="/" reloadDocument={broke}>
        To the shelf
      </Link>
    </div>
  );
}
