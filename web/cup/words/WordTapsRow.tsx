import { omit } from 'es-toolkit';
import { MOMENTS, SEATS, type Moment, type Seat } from '../../../core/cup';
import { Taps } from '../../forms/fields';

interface Props {
  word: string;
  moment: Moment | undefined;
  seat: Seat | undefined;
  onMoment: (moment: Moment) => void;
  onSeat: (seat: Seat) => void;
}

/** When in a sip the word that was tapped comes, and where in the mouth it sits; both may stay open. */
export function WordTapsRow({ word, moment, seat, onMoment, onSeat }: Props) {
  return (
    <div className="word-taps">
      <Taps label={`${word} comes`} options={MOMENTS} pressed={moment ? [moment] : []} onTap={onMoment} />
      <Taps label="and sits at the" options={SEATS} pressed={seat ? [seat] : []} onTap={onSeat} />
    </div>
  );
}

/** What was tapped of a word, with one more tap: the same again takes it back. */
export function toggled<T extends string>(
  taps: Readonly<Record<string, T>>,
  word: string,
  tap: T,
): Readonly<Record<string, T>> {
  return taps[word] === tap ? omit(taps, [word]) : { ...taps, [word]: tap };
}
