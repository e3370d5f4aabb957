import { useEffect } from 'react';
import { Link, useNavigate } from 'react-router';
import { api } from './api/api';
import { saidOfWord } from './domain/saidOfWord';
import { dismissed, toastShown, type Notice, type Undo } from './state/notices';
import { sync, useAppDispatch, useAppSelector } from './state/store';

/** How long a notice stays: long enough to reach for Undo. */
const STAYS_MS = 12_000;

/** The passing words at the foot of the page. */
export function Notices() {
  const notices = useAppSelector((state) => state.notices);
  return (
    <div className="notices" role="status" aria-live="polite">
      {notices.map((notice) => (
        <NoticeLine key={notice.id} notice={notice} />
      ))}
    </div>
  );
}

/** Gives a word back the name it had, and lets it stand where it stood. */
function useRestoreWord() {
  const [describeWord] = api.useDescribeWordMutation();
  const [mergeWord] = api.useMergeWordMutation();
  const [addWord] = api.useAddWordMutation();
  return async ({ id, before, forgotten }: Extract<Undo, { kind: 'word' }>) => {
    const body = saidOfWord(before);
    if (forgotten) return addWord({ body });
    const merged = await mergeWord({ id, body: { into: before.mergedInto } });
    return merged.error ? merged : describeWord({ id, body });
  };
}

function NoticeLine({ notice }: { notice: Notice }) {
  const dispatch = useAppDispatch();
  const [restoreBag] = api.useRestoreBagMutation();
  const [restoreBrew] = api.useRestoreBrewMutation();
  const [restoreRecipe] = api.useRestoreRecipeMutation();
  const [restoreLive] = api.useRestoreLiveMutation();
  const [restoreGrinder] = api.useRestoreGrinderMutation();
  const [restorePicture] = api.useRestorePictureMutation();
  const [restoreSitting] = api.useRestoreSittingMutation();
  const [restoreSeat] = api.useRestoreSeatMutation();
  const [restoreReference] = api.useRestoreReferenceMutation();
  const [restoreWriteUp] = api.useRestoreWriteUpMutation();
  const [restoreVersion] = api.useRestoreVersionMutation();
  const [nagAgain] = api.useNagAgainMutation();
  const [undoChange] = api.useUndoChangeMutation();
  const restoreWord = useRestoreWord();
  const navigate = useNavigate();
  const { id, text, undo, to } = notice;

  useEffect(() => {
    if (to !== undefined) return;
    const timer = setTimeout(() => dispatch(dismissed(id)), STAYS_MS);
    return () => clearTimeout(timer);
  }, [dispatch, id, to]);

  const takeBack = async (): Promise<void> => {
    if (!undo) return;
    dispatch(dismissed(id));
    if (undo.kind === 'draft') {
      sync.putBack(undo.id, undo.mirror);
      // A sheet that is in view is laid anew with what was brought back.
      if (undo.href === location.pathname + location.search) location.reload();
      else void navigate(undo.href);
      return;
    }
    const undoAll = async (ids: readonly string[]): Promise<{ error?: unknown }> => {
      const done = await Promise.all(ids.map((change) => undoChange({ id: change })));
      return done.find(({ error }) => error !== undefined) ?? {};
    };
    const restored = () => {
      const { id } = undo;
      if (undo.kind === 'bag') return restoreBag({ id });
      if (undo.kind === 'brew') return restoreBrew({ id });
      if (undo.kind === 'recipe') return restoreRecipe({ id });
      if (undo.kind === 'nag') return nagAgain({ id });
      if (undo.kind === 'picture') return restorePicture({ id });
      if (undo.kind === 'sitting') return restoreSitting({ id });
      if (undo.kind === 'seat') return restoreSeat({ id: undo.sittingId, seatId: id });
      if (undo.kind === 'reference') return restoreReference({ id });
      if (undo.kind === 'write-up') return restoreWriteUp({ id });
      if (undo.kind === 'changes') return undoAll(undo.ids);
      if (undo.kind === 'version') return restoreVersion({ id: undo.writeUpId, versionId: id });
      if (undo.kind === 'word') return restoreWord(undo);
      return undo.kind === 'live' ? restoreLive({ id }) : restoreGrinder({ id });
    };
    const done = await restored();
    dispatch(
      toastShown({
        text: done.error ? 'It could not be brought back. Try again.' : 'Brought back.',
        ...(done.error ? { undo } : {}),
      }),
    );
  };

  return (
    <div className="notice">
      <span>{text}</span>
      {undo && (
        <button type="button" className="btn btn-sm" onClick={() => void takeBack()}>
          Undo
        </button>
      )}
      {to !== undefined && (
        <Link className="btn btn-sm" to={to} onClick={() => dispatch(dismissed(id))}>
          To the sheet
        </Link>
      )}
      <button type="button" className="btn btn-sm" aria-label="Dismiss" onClick={() => dispatch(dismissed(id))}>
        ×
      </button>
    </div>
  );
}
