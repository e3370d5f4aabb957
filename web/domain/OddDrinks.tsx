import Button from 'react-bootstrap/Button';
import { makeItText, oddDrinksText } from '../../core/text';
import { api } from '../api/api';
import { toastShown } from '../state/notices';
import { useAppDispatch } from '../state/store';

/** Brews and recipes that say another drink than their brewer makes, with the way to correct all of them; of one bag or of all. */
export function OddDrinks({ bagId }: { bagId?: string }) {
  const { data = [] } = api.useOddDrinksQuery(undefined);
  const [correct, { isLoading }] = api.useCorrectDrinksMutation();
  const dispatch = useAppDispatch();
  const odd = bagId === undefined ? data : data.filter((one) => one.bagId === bagId);
  const [first] = odd;
  if (!first) return null;
  const correctAll = async (): Promise<void> => {
    const done = await correct(undefined);
    const ids = done.data?.changeIds ?? [];
    dispatch(
      toastShown(
        done.error
          ? { text: 'They could not be corrected. Nothing was changed; try again.' }
          : { text: `${ids.length} corrected.`, undo: { kind: 'changes', id: ids[0] ?? '', ids } },
      ),
    );
  };
  return (
    <div className="panel-ask" role="status">
      <p className="mb-2">{oddDrinksText(odd)}</p>
      <Button variant="plain" disabled={isLoading} onClick={() => void correctAll()}>
        {data.length === 1
          ? makeItText(first.makes)
          : `Correct all ${data.length}${data.length > odd.length ? ' in the household' : ''}`}
      </Button>
    </div>
  );
}
