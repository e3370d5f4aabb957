import { useState, type ChangeEvent } from 'react';
import Button from 'react-bootstrap/Button';
import { useNavigate } from 'react-router';
import type { CardPreview } from '../../contract/writeUps/writeUp';
import type { Recipe } from '../../core/brew';
import { api } from '../api/api';
import { RecipeLines } from '../domain/RecipeLines';
import { numberText } from '../ui/format';
import { ProblemNote } from '../ui/ProblemNote';
import { usePageTitle } from '../ui/usePageTitle';

/** The largest card that is read, characters: one is a few thousand. */
const MOST = 200_000;

/** Reads a recipe card of another household: shown first, taken in when that is wanted. */
export function ReadCardPage() {
  const navigate = useNavigate();
  const [readCard, { data: preview, error, isLoading, reset }] = api.useReadCardMutation();
  const [takeCard, { error: refused, isLoading: isTaking }] = api.useTakeCardMutation();
  const [text, setText] = useState('');
  const [isTooLarge, setTooLarge] = useState(false);
  usePageTitle('Read a recipe card');
  const choose = async ({ target }: ChangeEvent<HTMLInputElement>): Promise<void> => {
    const file = target.files?.[0];
    reset();
    if (!file) return;
    setTooLarge(file.size > MOST);
    if (file.size > MOST) return;
    const written = await file.text();
    setText(written);
    await readCard({ body: { text: written } });
  };
  const take = async (): Promise<void> => {
    const { data } = await takeCard({ body: { text } });
    if (data) await navigate(`/recipes/${data.id}`, { replace: true });
  };
  return (
    <>
      <h1>Read a recipe card</h1>
      <p className="quiet">
        A file that another household’s Slow Crest has written. It is shown first; nothing is taken in yet.
      </p>
      <label className="form-label" htmlFor="card-file">
        The card
      </label>
      <input
        id="card-file"
        type="file"
        className="form-control mb-3"
        accept=".json,application/json"
        onChange={(event) => void choose(event)}
      />
      {isTooLarge && <div className="panel-error">This file is far larger than any recipe card. Nothing was read.</div>}
      {isLoading && <p role="status">Reading the card …</p>}
      <ProblemNote error={error} />
      {preview && !error && (
        <section>
          <Preview preview={preview} />
          <ProblemNote error={refused} />
          <Button className="mt-3" disabled={isTaking} onClick={() => void take()}>
            Take it in
          </Button>
        </section>
      )}
    </>
  );
}

function Preview({ preview: { card, sameName, ownGrinders, otherGrinders } }: { preview: CardPreview }) {
  const { grinds, ...settings } = card.recipe;
  const recipe: Recipe = {
    ...settings,
    grinderId: null,
    grinderSetting: null,
    otherGrinds: [],
    grindsElsewhere: grinds,
    why: card.why.join('\n'),
  };
  return (
    <>
      <h2 dir="auto">{card.recipe.name}</h2>
      {sameName && <p>You have a recipe of this name; it stays as it is, and this one stands beside it.</p>}
      <RecipeLines recipe={recipe} />
      {grinds.length > 0 && (
        <p className="mt-2 mb-0">
          Grind: {grinds.map(({ grinder, setting }) => `${grinder} ${numberText(setting, 2)}`).join(', ')}.{' '}
          {ownGrinders.length > 0 && `Yours among them: ${ownGrinders.join(', ')}. `}
          {otherGrinders.length > 0 && `You have not: ${otherGrinders.join(', ')}; kept by name.`}
        </p>
      )}
      {card.why.map((one, i) => (
        <p key={i} className="mt-2 mb-0" dir="auto">
          {one}
        </p>
      ))}
    </>
  );
}
