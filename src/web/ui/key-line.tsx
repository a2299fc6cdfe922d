import { type FormEvent, useState } from 'react';
import { useDropKeyMutation, useKeysQuery, usePutKeyMutation } from '../data/api.ts';
import { failure } from '../data/failed.ts';
import { useAppSelector } from '../data/index.ts';
import { useMomentText } from './clock.ts';

/**
 * The key that a channel or the carrier asks for: whether one is set, by whom and when; set anew, or taken away. What
 * it is is never shown. A carrier's is for one of two sorts of prices.
 */
export function KeyLine({ of, name, isCarrier = false }: { of: string; name: string; isCarrier?: boolean }) {
  const { data } = useKeysQuery();
  const who = useAppSelector((state) => state.view.who);
  const dated = useMomentText();
  const [drop] = useDropKeyMutation();
  const [act, setAct] = useState<'set' | 'take away' | null>(null);
  if (!data) return null;
  const key = data.keys.find((one) => one.of === of);
  const leave = () => setAct(null);
  if (act === 'set') return <KeyForm of={of} name={name} who={who} isCarrier={isCarrier} close={leave} />;
  if (act === 'take away')
    return (
      <p className="small mb-2" role="alert">
        The key for {name} cannot be read again: once taken away it has to be set anew.{' '}
        <button
          type="button"
          className="quiet danger"
          // biome-ignore lint/a11y/noAutofocus: the button that was pressed has gone
          autoFocus
          onClick={() => drop(of).then(leave)}
        >
          Take the key away
        </button>{' '}
        <button type="button" className="quiet" onClick={leave}>
          Leave it
        </button>
      </p>
    );
  return (
    <p className="small mb-2">
      {key ? (
        <>
          The key for {name} was set by {key.who} on {dated(key.at)}
          {key.prices && `, for ${key.prices} prices`}.{' '}
          {!key.opens && <strong className="text-off">It was sealed with another seal key; set it anew. </strong>}
        </>
      ) : (
        <>No key for {name} is set. </>
      )}
      <button type="button" className="quiet" onClick={() => setAct('set')} disabled={!data.seals}>
        {key ? 'Set another' : 'Set a key'}
      </button>{' '}
      {key && (
        <button type="button" className="quiet danger" onClick={() => setAct('take away')}>
          Take it away
        </button>
      )}
      {!data.seals && <span className="muted"> There is nothing to seal a key with: PLEMB_SEAL_KEY is not set.</span>}
    </p>
  );
}

interface KeyFormProps {
  readonly of: string;
  readonly name: string;
  readonly who: string;
  readonly isCarrier: boolean;
  readonly close: () => void;
}
function KeyForm({ of, name, who, isCarrier, close }: KeyFormProps) {
  const [put, { error, isLoading }] = usePutKeyMutation();
  const refused = error && failure(error);
  const keep = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const said = new FormData(event.currentTarget);
    const prices = said.get('prices') === 'account' ? 'account' : 'list';
    const { data } = await put({ of, key: String(said.get('key') ?? ''), prices, who });
    if (data) close();
  };
  return (
    <form className="my-1 flex flex-wrap items-center gap-2" onSubmit={keep}>
      <label>
        <span className="sr-only">Key for {name}</span>
        <input
          // biome-ignore lint/a11y/noAutofocus: it was opened to type a key
          autoFocus
          className="search"
          type="password"
          name="key"
          autoComplete="off"
          spellCheck={false}
          placeholder={`Key for ${name}`}
          required
        />
      </label>
      {isCarrier && (
        <label className="flex items-center gap-1">
          for
          <select
            name="prices"
            className="select w-40 shrink-0"
            defaultValue="account"
            aria-label="Prices that the key is for"
          >
            <option value="account">account prices</option>
            <option value="list">list prices</option>
          </select>
        </label>
      )}
      <button type="submit" className="act" disabled={isLoading}>
        Keep it, sealed
      </button>
      <button type="button" className="quiet" onClick={close}>
        Leave it
      </button>
      {refused && (
        <span role="alert" className="text-off">
          {refused.title}. {refused.detail}
        </span>
      )}
    </form>
  );
}
