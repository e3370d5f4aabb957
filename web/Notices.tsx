import { useEffect } from 'react';
import { Link, useNavigate } from 'react-router';
import { api } from './shared/api';
import { benchApi } from './shared/benchApi';
import { deviceName } from './shared/device';
import { putBack } from './shared/draftKeeper';
import { dismissed, toastShown, type Notice, type Undo } from './shared/notices';
import { useAppDispatch, useAppSelector } from './shared/store';
import { wordApi } from './shared/wordApi';

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
  const [renameWord] = wordApi.useRenameWordMutation();
  const [mergeWord] = wordApi.useMergeWordMutation();
  const [addWord] = wordApi.useAddWordMutation();
  return async ({ id, before, forgotten }: Extract<Undo, { kind: 'word' }>) => {
    if (forgotten) return addWord({ name: before.name, family: before.family });
    const merged = await mergeWord({ id, into: before.mergedInto });
    return merged.error ? merged : renameWord({ id, word: { name: before.name, family: before.family } });
  };
}

function NoticeLine({ notice }: { notice: Notice }) {
  const dispatch = useAppDispatch();
  const [restoreBag] = api.useRestoreBagMutation();
  const [restoreBrew] = api.useRestoreBrewMutation();
  const [restoreRecipe] = benchApi.useRestoreRecipeMutation();
  const [restoreLive] = benchApi.useRestoreLiveMutation();
  const [restoreGrinder] = benchApi.useRestoreGrinderMutation();
  const [nagAgain] = wordApi.useNagAgainMutation();
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
      putBack(localStorage, undo.id, deviceName(), undo.mirror);
      // A sheet that is in view is laid anew with what was brought back.
      if (undo.href === location.pathname + location.search) location.reload();
      else void navigate(undo.href);
      return;
    }
    const restored = () => {
      if (undo.kind === 'bag') return restoreBag(undo.id);
      if (undo.kind === 'brew') return restoreBrew(undo);
      if (undo.kind === 'recipe') return restoreRecipe(undo.id);
      if (undo.kind === 'nag') return nagAgain(undo.id);
      if (undo.kind === 'word') return restoreWord(undo);
      return undo.kind === 'live' ? restoreLive(undo.id) : restoreGrinder(undo.id);
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
