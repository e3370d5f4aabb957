import type { Picture } from '../../contract/keeping/picture';
import { api } from '../api/api';

const NONE: readonly Picture[] = [];

function usePicturesOfBag(id: string | undefined): readonly Picture[] {
  const { data } = api.usePicturesQuery({ id: id ?? '' }, { skip: id === undefined });
  return data ?? NONE;
}

/** The pictures of the bags a write-up is of: of four at most. */
export function usePicturesOf([first, second, third, fourth]: readonly string[]): readonly Picture[] {
  return [
    ...usePicturesOfBag(first),
    ...usePicturesOfBag(second),
    ...usePicturesOfBag(third),
    ...usePicturesOfBag(fourth),
  ];
}
