import type { SittingInput } from '../../contract/table/sitting';
import type { Settings } from '../../contract/settings';
import type { MarksFigure } from '../../contract/writeUps/writeUp';
import type { Vocabulary } from '../../core/cup/words';
import { yardstickName } from '../../core/text';
import { namesOf, type BagFacts, type SittingFacts } from '../../core/text/writeUp';
import { revealedOf, type DrawnSitting, type SeatWithAnswers } from '../sitting';
import { unitsOf } from '../settings';

/** Everything a write-up of a table is composed from. */
export interface SittingRecordRead {
  sitting: DrawnSitting & Pick<SittingInput, 'name' | 'kind' | 'timing' | 'cups'>;
  seats: readonly SeatWithAnswers[];
  vocabulary: Vocabulary;
  settings: Settings;
  /** Rest days on which the bags of its cups stood, by bag. */
  restDayOf: ReadonlyMap<string, number>;
}

/** What a revealed table came to, as a write-up tells it. */
export function sittingFacts({ sitting, seats, vocabulary, settings, restDayOf }: SittingRecordRead): SittingFacts {
  const { cups, reading } = revealedOf(sitting, seats, vocabulary);
  const nameOf = new Map(settings.intensityAttributes.map(({ id, name }) => [id, name]));
  const seatName = new Map(seats.map(({ id, name }) => [id, name]));
  return {
    name: sitting.name,
    kind: sitting.kind,
    timing: sitting.timing,
    isBlind: sitting.blindToCup,
    on: (sitting.revealedAt ?? '').slice(0, 10),
    scale: sitting.scoringScale,
    reading,
    cups: sitting.cups.map(({ id, name, bagId, declared, parameters }) => ({
      id,
      name,
      declared,
      restDay: bagId === null ? null : (restDayOf.get(bagId) ?? null),
      recipe: parameters && { ...parameters, name: null },
      said: (cups.find((cup) => cup.id === id)?.said ?? []).map(({ seat, remarks }) => ({
        taster: seatName.get(seat) ?? '',
        remarks,
      })),
      levels: (reading.cups.find((cup) => cup.id === id)?.levels ?? []).map(({ attribute, median }) => ({
        name: nameOf.get(attribute) ?? attribute,
        value: median,
      })),
    })),
    yardstick: sitting.yardstick && yardstickName(sitting.yardstick.name, isRemembered(sitting)),
    units: unitsOf(settings),
    tasterOf: Object.fromEntries(seatName),
  };
}

/** Whether the yardstick of a table was no cup of it: every cup was held against a memory. */
export function isRemembered({ yardstick, cups }: Pick<SittingInput, 'yardstick' | 'cups'>): boolean {
  if (yardstick === null) return false;
  const isSame = (name: string): boolean => name.trim().toLowerCase() === yardstick.name.trim().toLowerCase();
  return !cups.some(({ bagId, name }) => (bagId !== null && bagId === yardstick.bagId) || isSame(name));
}

/** How a bag stood against the yardsticks of the tables it was on; its own memory is none of them. */
export function yardsticksOf(bagId: string, reads: readonly SittingRecordRead[]): BagFacts['yardsticks'] {
  return reads.flatMap(({ sitting, seats, vocabulary }) => {
    const { yardstick, cups } = sitting;
    if (yardstick === null || yardstick.bagId === bagId) return [];
    const { reading } = revealedOf(sitting, seats, vocabulary);
    return cups.flatMap((cup) => {
      const said = cup.bagId === bagId ? reading.cups.find(({ id }) => id === cup.id)?.yardstick : undefined;
      const isSaid = said && said.better + said.like + said.worse > 0;
      return isSaid ? [{ name: yardstick.name, isRemembered: isRemembered(sitting), said }] : [];
    });
  });
}

/** The marks of a table as they are drawn; null where nobody gave any. */
export function marksFigure(
  { sitting, seats, vocabulary }: SittingRecordRead,
  facts: SittingFacts,
): MarksFigure | null {
  const { reading, scale } = facts;
  const { cups } = revealedOf(sitting, seats, vocabulary);
  const nameOf = namesOf(facts);
  const drawn = cups.map(({ id, said }) => ({
    name: nameOf(id),
    mean: reading.cups.find((cup) => cup.id === id)?.mean ?? null,
    marks: said.flatMap(({ score }) => score ?? []),
  }));
  return drawn.some(({ marks }) => marks.length > 0) ? { scale, cups: drawn } : null;
}
