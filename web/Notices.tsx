import { useEffect } from 'react';
import { api } from './shared/api';
import { benchApi } from './shared/benchApi';
import { dismissed, noticed, type Notice } from './shared/notices';
import { useAppDispatch, useAppSelector } from './shared/store';

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

function NoticeLine({ notice }: { notice: Notice }) {
  const dispatch = useAppDispatch();
  const [restoreBag] = api.useRestoreBagMutation();
  const [restoreBrew] = api.useRestoreBrewMutation();
  const [restoreRecipe] = benchApi.useRestoreRecipeMutation();
  const [restoreLive] = benchApi.useRestoreLiveMutation();
  const [restoreGrinder] = benchApi.useRestoreGrinderMutation();
  const { id, text, undo } = notice;

  useEffect(() => {
    const timer = setTimeout(() => dispatch(dismissed(id)), STAYS_MS);
    return () => clearTimeout(timer);
  }, [dispatch, id]);

  const takeBack = async (): Promise<void> => {
    if (!undo) return;
    dispatch(dismissed(id));
    const restored = () => {
      if (undo.kind === 'bag') return restoreBag(undo.id);
      if (undo.kind === 'brew') return restoreBrew(undo);
      if (undo.kind === 'recipe') return restoreRecipe(undo.id);
      return undo.kind === 'live' ? restoreLive(undo.id) : restoreGrinder(undo.id);
    };
    const done = await restored();
    dispatch(noticed({ text: done.error ? 'It could not be brought back. Try again.' : 'Brought back.', ...(done.error ? { undo } : {}) }));
  };

  return (
    <div className="notice">
      <span>{text}</span>
      {undo && (
        <button type="button" className="btn btn-sm" onClick={() => void takeBack()}>
          Undo
        </button>
      )}
      <button type="button" className="btn btn-sm" aria-label="Dismiss" onClick={() => dispatch(dismissed(id))}>
        ×
      </button>
    </div>
  );
}
