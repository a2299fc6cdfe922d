import type { NotAdopted } from '../../core/channels/index.ts';
import type { Problem } from '../../core/exact/index.ts';
import { counts, faultText, notAdoptedWords } from '../../words/index.ts';

/** What a book cannot say of what is live at a channel, folded away. */
export function Lost({ lost }: { lost: readonly NotAdopted[] }) {
  const texts = notAdoptedWords(lost);
  if (texts.length === 0) return null;
  return (
    <details className="small">
      <summary>{counts(texts.length, 'thing')} there that a book says otherwise</summary>
      {texts.map((text) => (
        <p key={text}>{text}</p>
      ))}
    </details>
  );
}

/** What keeps what is live at a channel from being a book. */
export function NoBook({ where, problems: [first] }: { where: string; problems: readonly Problem[] }) {
  return (
    first && (
      <p className="aside-note off" role="alert">
        What is live at {where} makes no book: {first.at.join(' › ')}: {faultText(first)}.
      </p>
    )
  );
}
