import Form from 'react-bootstrap/Form';
import { PAPERS, type WriteUp } from '../../contract/writeUps/writeUp';
import type { Picture } from '../../contract/keeping/picture';
import { SHOWABLE, type Showable } from '../../core/writeUp';
import { api } from '../api/api';
import { useSayOutcome } from '../api/useSayOutcome';
import { Taps } from '../forms/fields';
import { altOf, pictureAddress } from './parts';

const SHOWN_WORDS: Readonly<Record<Showable, string>> = {
  names: 'Names of tasters',
  'own words': 'What was written in your own words',
  price: 'Prices, and what it gives for them',
  standing: 'How it stands among your bags',
};

/** What of it is published: what is not shown is in no file. */
export function ShownPart({
  writeUp: {
    id,
    content: { shows, pictures: chosen, paper },
  },
  pictures,
}: {
  writeUp: WriteUp;
  pictures: readonly Picture[];
}) {
  const [change] = api.useChangeWriteUpMutation();
  const say = useSayOutcome();
  const keep = async (body: Parameters<typeof change>[0]['body']): Promise<void> => {
    const { error } = await change({ id, body });
    if (error) say(error, '');
  };
  return (
    <section>
      <h2>What is shown</h2>
      {SHOWABLE.map((one) => (
        <Form.Check
          key={one}
          type="switch"
          id={`shows-${one}`}
          label={SHOWN_WORDS[one]}
          checked={shows[one]}
          onChange={({ target }) => void keep({ shows: { ...shows, [one]: target.checked } })}
        />
      ))}
      {pictures.length > 0 && (
        <fieldset className="choose-pictures">
          <legend className="form-label">Pictures</legend>
          {pictures.map((picture) => (
            <label key={picture.id}>
              <input
                type="checkbox"
                className="form-check-input"
                checked={chosen.includes(picture.id)}
                disabled={!chosen.includes(picture.id) && chosen.length >= 4}
                onChange={({ target }) =>
                  void keep({
                    pictures: target.checked ? [...chosen, picture.id] : chosen.filter((other) => other !== picture.id),
                  })
                }
              />
              <img src={`${pictureAddress(picture.id)}?size=thumbnail`} alt={altOf(picture)} loading="lazy" />
            </label>
          ))}
        </fieldset>
      )}
      <Taps label="Paper" options={PAPERS} pressed={[paper]} onTap={(one) => void keep({ paper: one })} />
    </section>
  );
}
