import type { Bag } from '../../contract/bag/bag';

/** What was thought of for later, where the bag is brewed again. */
export function IdeasNote({ bag: { ideas } }: { bag: Bag }) {
  if (ideas === '') return null;
  return (
    <p className="panel-ask">
      You noted for later: <q dir="auto">{ideas}</q>
    </p>
  );
}
