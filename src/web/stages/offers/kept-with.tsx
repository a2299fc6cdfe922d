import { useState } from 'react';
import { linkWith, type OfferBody, shopLinkSchema } from '../../../core/offers/index.ts';
import { faultText } from '../../../words/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { lineFault, TextPart } from '../../ui/field.tsx';

/** What is kept with an offer, and told to no shopper: a note, and the links by which it is handed on. */
export function KeptWith({ book, offer }: { book: OpenBook; offer: OfferBody }) {
  const { shopLink } = book.book;
  const code = offer.code && offer.code.is !== 'single use' ? offer.code.code : null;
  return (
    <section className="mt-3" aria-label="Kept with it">
      <p>
        Private note:{' '}
        <TextPart
          lines="words"
          label="Private note"
          value={offer.note}
          placeholder="for yourselves: no shopper and no channel sees it"
          fault={lineFault}
          onCommit={(note) => book.edit(['offers', offer.id, 'note'], note)}
        />
      </p>
      {code !== null && (
        <p className="mt-1">
          A link that carries the code
          {shopLink === null ? ', once it is said what links of the shop look like' : ''}:{' '}
          {shopLink !== null && (
            <>
              <Copied label="Copy the link" text={linkWith(shopLink, code)} />, as links look like{' '}
            </>
          )}
          <TextPart
            label="What links look like"
            value={shopLink ?? ''}
            placeholder="https://shop.example/?code={code}"
            fault={linkFault}
            onCommit={(text) => book.edit(['shopLink'], text === '' ? null : text)}
          />
        </p>
      )}
      <p className="mt-1">
        This page: <Copied label="Copy the address of this offer" text={`${location.origin}/offers/${offer.id}`} />
      </p>
    </section>
  );
}

const linkFault = (text: string): string | null =>
  text === '' || shopLinkSchema.safeParse(text).success
    ? null
    : faultText({ is: 'malformed', text, form: 'link with a code' });

/** A text that can be copied with a press, and says so. */
function Copied({ label, text }: { label: string; text: string }) {
  const [said, setSaid] = useState('');
  const copy = () =>
    navigator.clipboard.writeText(text).then(
      () => setSaid('copied'),
      () => setSaid('it cannot be copied here: choose it by hand'),
    );
  return (
    <>
      <span className="mono select-all">{text}</span>{' '}
      <button type="button" className="quiet small" aria-label={label} onClick={copy}>
        Copy
      </button>{' '}
      <span className="muted small" aria-live="polite">
        {said}
      </span>
    </>
  );
}
