import { counts } from '../../words/index.ts';
import { useBookQuery, useGoodsQuery } from '../data/api.ts';
import { failure } from '../data/failed.ts';
import { useAppDispatch, useAppSelector } from '../data/index.ts';
import { opened } from '../data/view.ts';
import { StarterButton } from './starter.tsx';

/** In place of a page until the book and its goods have come: how far they are, or why they do not come. */
export function Opening() {
  const act = useAppDispatch();
  const { error: ofBook } = useBookQuery();
  const { error: ofGoods } = useGoodsQuery();
  const come = useAppSelector((state) => state.view.goodsCome);
  const error = ofBook ?? ofGoods;
  if (!error)
    return (
      <p className="sheet muted">
        Opening the book …{come > 0 && ` ${counts(come, 'of its goods has', 'of its goods have')} come`}
      </p>
    );
  const { type, title, detail } = failure(error);
  return (
    <div className="sheet" role="alert">
      <h1>{title}</h1>
      <p>{detail}</p>
      <p className="mt-3">
        {type === '/problems/no-book' ? (
          <>
            <button type="button" className="act" onClick={() => act(opened('who'))}>
              Import a book
            </button>{' '}
            <StarterButton />
          </>
        ) : (
          <button type="button" className="act" onClick={() => location.reload()}>
            Load it again
          </button>
        )}
      </p>
    </div>
  );
}
