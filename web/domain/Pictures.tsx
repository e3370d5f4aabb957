import { useRef, useState, type ChangeEvent } from 'react';
import Button from 'react-bootstrap/Button';
import Modal from 'react-bootstrap/Modal';
import type { Picture, PictureOf } from '../../contract/keeping/picture';
import { api, problemOf } from '../api/api';
import { toastShown } from '../state/notices';
import { useAppDispatch } from '../state/store';
import { dateText, sentenceCase } from '../ui/format';

interface Props {
  bagId: string;
  /** The brew whose pictures these are; null for the bag's own. */
  brewId: string | null;
  /** What they can be of. */
  kinds: readonly PictureOf[];
}

/** The pictures of a bag or a brew, and adding one from a file or the camera of a phone. */
export function Pictures({ bagId, brewId, kinds }: Props) {
  const { data: all = [] } = api.usePicturesQuery({ id: bagId });
  const [shown, setShown] = useState<Picture | null>(null);
  const pictures = all.filter((one) => one.brewId === brewId);
  return (
    <div className="pictures">
      {pictures.length > 0 && (
        <ul>
          {pictures.map((picture) => (
            <li key={picture.id}>
              <button type="button" onClick={() => setShown(picture)} aria-label={`Show: ${nameOf(picture)}`}>
                <img src={`/api/pictures/${picture.id}?size=thumbnail`} alt={nameOf(picture)} loading="lazy" />
              </button>
            </li>
          ))}
        </ul>
      )}
      <div className="d-flex gap-2 flex-wrap">
        {kinds.map((of) => (
          <AddPicture key={of} bagId={bagId} brewId={brewId} of={of} />
        ))}
      </div>
      {shown && <WholePicture picture={shown} done={() => setShown(null)} />}
    </div>
  );
}

const nameOf = ({ of, createdAt }: Picture): string => `${sentenceCase(of)}, ${dateText(createdAt.slice(0, 10))}`;

function AddPicture({ bagId, brewId, of }: Omit<Props, 'kinds'> & { of: PictureOf }) {
  const [add, { isLoading }] = api.useAddPictureMutation();
  const dispatch = useAppDispatch();
  const input = useRef<HTMLInputElement>(null);
  const choose = async ({ target }: ChangeEvent<HTMLInputElement>): Promise<void> => {
    const file = target.files?.[0];
    target.value = '';
    if (!file) return;
    const { error } = await add({ id: bagId, of, ...(brewId !== null && { brew: brewId }), file });
    const problem = problemOf(error);
    if (problem) dispatch(toastShown({ text: problem.message }));
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        className="visually-hidden"
        tabIndex={-1}
        aria-label={`A picture of the ${of}`}
        accept="image/jpeg,image/png,image/webp"
        onChange={(event) => void choose(event)}
      />
      <Button variant="bare" disabled={isLoading} onClick={() => input.current?.click()}>
        {isLoading ? 'Taking it in …' : `Picture of the ${of}`}
      </Button>
    </>
  );
}

function WholePicture({ picture, done }: { picture: Picture; done: () => void }) {
  const [remove] = api.useRemovePictureMutation();
  const dispatch = useAppDispatch();
  const [isMissing, setMissing] = useState(false);
  const drop = async (): Promise<void> => {
    const { error } = await remove({ id: picture.id });
    const problem = problemOf(error);
    dispatch(
      toastShown(
        problem
          ? { text: problem.message }
          : { text: 'The picture is deleted.', undo: { kind: 'picture', id: picture.id } },
      ),
    );
    done();
  };
  return (
    <Modal show size="lg" onHide={done} aria-labelledby="picture-title">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="picture-title">
          {nameOf(picture)}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {isMissing ? (
          <p>The file of this picture is not here; an archive or a copy of the backups may have it.</p>
        ) : (
          <img
            className="whole-picture"
            src={`/api/pictures/${picture.id}`}
            alt={nameOf(picture)}
            width={picture.width}
            height={picture.height}
            onError={() => setMissing(true)}
          />
        )}
        <Button variant="plain" className="mt-2" onClick={() => void drop()}>
          Delete the picture
        </Button>
      </Modal.Body>
    </Modal>
  );
}
