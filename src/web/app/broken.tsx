import { Link, useRouteError } from 'react-router';

/** What is shown in place of a page that broke: what went wrong, and how to go on. What was edited is kept. */
export function Broken() {
  const error = useRouteError();
  const words = error instanceof Error ? error.message : String(error);
  return (
    <div className="sheet" role="alert">
      <h1>This page broke</h1>
      <p>It should not have. Your changes are kept; nothing was sent or saved.</p>
      <p className="mono muted mt-2">{words}</p>
      <p className="mt-3">
        <button type="button" className="act main" onClick={() => location.reload()}>
          Load it again
        </button>{' '}
        <Link className="act" to="/check">
          Go to the check
        </Link>
      </p>
    </div>
  );
}
