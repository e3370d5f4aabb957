import { omit } from 'es-toolkit';
import type { Seat, Sitting } from '../../contract/table/sitting';
import {
  checkAnswer,
  checkTable,
  cupOfCode,
  cupsOfSeat,
  isWritten,
  progressOf,
  revealedOf,
  seatView,
} from '../../application/sitting';
import { wallInstant } from '../dates';
import { loadBagHeads } from '../db/bag/bags';
import { loadSettings } from '../db/settings';
import {
  addSeat,
  addSitting,
  keepAnswer,
  keepDone,
  keepKeySeen,
  loadSeats,
  loadSitting,
  loadSittings,
  nameSeat,
  newSecret,
  openSitting,
  removeSeat,
  restoreSeat,
  seatBySecret,
  seatOf,
  setSittingDeleted,
  type WrittenSeat,
} from '../db/table/sittings';
import type { SittingRow } from '../db/table/sittingEntities';
import { loadVocabulary } from '../db/palate/words';
import type { Deps } from '../deps';
import { guestDevice } from './guestDevice';
import { revealSitting } from '../sittings/reveal';
import type { Handlers } from '../routes';
import type { TABLE_ENDPOINTS } from '../../contract/table/tableEndpoints';

/** A seat as the host sees it: how far its taster is, and not what was written. */
const seatLine = (sitting: SittingRow, { id, name, tasterId, isGuest, place, answers, doneAt }: WrittenSeat): Seat => ({
  id,
  name,
  tasterId,
  isGuest,
  servingOrder: cupsOfSeat(sitting, place).map((cup) => sitting.codes[cup.id] ?? ''),
  cupsWritten: Object.values(answers).filter(({ answer }) => isWritten(answer)).length,
  isDone: doneAt !== null,
});

/** Cups side by side: laying out, seats, what is written at them, the reveal; and the door for guests. */
export function tableHandlers(deps: Deps): Handlers<keyof typeof TABLE_ENDPOINTS> {
  return { ...sittingHandlers(deps), ...seatHandlers(deps), ...sharingHandlers(deps), ...tasterHandlers(deps) };
}

/** Tells whoever watches a table how far its tasters are. */
async function tellOf({ store, hub }: Pick<Deps, 'store' | 'hub'>, sittingId: string): Promise<void> {
  const { sitting, seats } = await store.read(async (db) => ({
    sitting: await loadSitting(db, sittingId),
    seats: await loadSeats(db, sittingId),
  }));
  hub.tell(sittingId, { ...progressOf(seats), isRevealed: sitting.revealedAt !== null });
}

/** Sittings as their host sees them. */
function sittingHandlers(
  deps: Deps,
): Handlers<
  'sittings' | 'addSitting' | 'sitting' | 'sittingStream' | 'removeSitting' | 'restoreSitting' | 'sittingKey' | 'reveal'
> {
  const { store, now, hub, guests, verdicts, foreteller } = deps;
  return {
    sittings: async () =>
      (await store.read(loadSittings)).map(({ id, name, kind, cups, seats, createdAt, revealedAt }) => ({
        id,
        name,
        kind,
        seats,
        createdAt,
        revealedAt,
        cups: cups.length,
      })),
    addSitting: async ({ body }) => ({ id: await store.write((db) => addSitting(db, body, now())) }),
    sitting: ({ params: { id } }) =>
      store.read(async (db): Promise<Sitting> => {
        const drawn = await loadSitting(db, id);
        const seats = await loadSeats(db, id);
        // Nothing that was drawn leaves here before the reveal but the codes, by number.
        return {
          ...omit(drawn, ['codes', 'drawn', 'deletedAt']),
          codes: Object.values(drawn.codes).sort(),
          seats: seats.map((seat) => seatLine(drawn, seat)),
          revealed: drawn.revealedAt === null ? null : revealedOf(drawn, seats, await loadVocabulary(db)),
        };
      }),
    sittingStream: async ({ params: { id } }) => {
      await store.read((db) => loadSitting(db, id));
      return (send) => hub.listen(id, (change) => send('changed', 'table', change));
    },
    removeSitting: async ({ params: { id } }) => {
      if (guests.sittingId === id) await guests.stopSharing();
      await store.write((db) => setSittingDeleted(db, id, now().toISOString()));
      return null;
    },
    restoreSitting: async ({ params: { id } }) => {
      await store.write((db) => setSittingDeleted(db, id, null));
      return null;
    },
    sittingKey: ({ params: { id } }) =>
      store.write(async (db) => {
        const { cups, codes } = await loadSitting(db, id);
        await keepKeySeen(db, id, now());
        return { cups: cups.map((cup) => ({ id: cup.id, name: cup.name, code: codes[cup.id] ?? '' })) };
      }),
    reveal: async ({ params: { id }, after }) => {
      const kept = await store.write((db) => revealSitting(db, id, now()));
      if (guests.sittingId === id) await guests.stopJoining();
      after(async () => {
        await tellOf(deps, id);
        foreteller.foretell(kept, now().toISOString());
        for (const bagId of new Set(kept.map(({ bag }) => bag.id))) verdicts.prefetch(bagId);
      });
      return null;
    },
  };
}

/** Who sits at a table, as its host says. */
function seatHandlers(deps: Deps): Handlers<'takeSeat' | 'seatAgain' | 'nameSeat' | 'removeSeat' | 'restoreSeat'> {
  const { store, now } = deps;
  const tell = (sittingId: string): Promise<void> => tellOf(deps, sittingId);
  return {
    takeSeat: async ({ params: { id }, body, after }) => {
      const taken = await store.write((db) => addSeat(db, id, { ...body, isGuest: false }, now()));
      after(() => tell(id));
      return taken;
    },
    seatAgain: ({ params: { id, seatId } }) =>
      store.write(async (db) => {
        openSitting(await loadSitting(db, id));
        await seatOf(db, id, seatId);
        return { seatId, secret: await newSecret(db, seatId) };
      }),
    nameSeat: async ({ params: { id, seatId }, body: { tasterId } }) => {
      await store.write(async (db) => {
        openSitting(await loadSitting(db, id));
        await seatOf(db, id, seatId);
        await nameSeat(db, seatId, tasterId);
      });
      return null;
    },
    removeSeat: async ({ params: { id, seatId }, after }) => {
      await store.write(async (db) => {
        openSitting(await loadSitting(db, id));
        await seatOf(db, id, seatId);
        await removeSeat(db, seatId, now());
      });
      after(() => tell(id));
      return null;
    },
    restoreSeat: async ({ params: { id, seatId }, after }) => {
      await store.write(async (db) => {
        openSitting(await loadSitting(db, id));
        await restoreSeat(db, id, seatId);
      });
      after(() => tell(id));
      return null;
    },
  };
}

/** The door for guests. */
function sharingHandlers({ store, guests }: Deps): Handlers<'sharing' | 'share' | 'stopSharing'> {
  return {
    sharing: () => guests.sharing,
    share: async ({ params: { id } }) => {
      openSitting(await store.read((db) => loadSitting(db, id)));
      await guests.open(id);
      return guests.sharing;
    },
    stopSharing: async () => {
      await guests.stopSharing();
      return null;
    },
  };
}

/** What a taster does at a seat. */
function tasterHandlers(deps: Deps): Handlers<'joinSitting' | 'seat' | 'seatStream' | 'writeAnswer' | 'seatDone'> {
  const { store, now, hub, guests } = deps;
  const tell = (sittingId: string): Promise<void> => tellOf(deps, sittingId);

  /** What is said of a sitting that still goes on; throws a conflict Problem for one that does not. */
  const written = async (
    secret: string,
    work: (seatId: string, sitting: SittingRow) => Promise<unknown>,
  ): Promise<void> => {
    const { seat, sitting } = await store.read((db) => seatBySecret(db, secret));
    openSitting(sitting);
    await work(seat.id, sitting);
  };

  return {
    joinSitting: async ({ body: { code, name }, request, response, after }) => {
      const sittingId = guests.sittingOf(code);
      const device = guestDevice(request, response);
      const taken = await guests.seatFor([`address ${request.ip}`, `device ${device}`], () =>
        store.write((db) => addSeat(db, sittingId, { name, tasterId: null, isGuest: true }, now())),
      );
      after(() => tell(sittingId));
      return taken;
    },
    seat: ({ params: { secret } }) =>
      store.read(async (db) => {
        const { seat, sitting } = await seatBySecret(db, secret);
        const seats = await loadSeats(db, sitting.id);
        const own = seats.find(({ id }) => id === seat.id);
        if (!own) throw new Error(`Seat ${seat.id} has no place at its own table`);
        const { intensityAttributes } = await loadSettings(db);
        const heads = sitting.blindToCup && sitting.revealedAt === null ? [] : await loadBagHeads(db);
        const printed = Object.fromEntries(heads.map((bag) => [bag.id, bag.printedNotes]));
        const vocabulary = await loadVocabulary(db);
        return seatView(sitting, own, { seats, attributes: intensityAttributes, printed, vocabulary });
      }),
    seatStream: async ({ params: { secret } }) => {
      const { sitting } = await store.read((db) => seatBySecret(db, secret));
      return (send) => hub.listen(sitting.id, (change) => send('changed', 'table', change));
    },
    writeAnswer: async ({ params: { secret }, body: { written: count, cup, table }, after }) => {
      await written(secret, (seatId, sitting) =>
        store.write(async (db) => {
          const at = wallInstant(now());
          if (cup) {
            checkAnswer(sitting, cup.answer, await loadVocabulary(db));
            const { id: cupId } = cupOfCode(sitting, cup.code);
            const isFirst = await keepAnswer(db, seatId, cupId, { written: count, answer: cup.answer, at });
            // The host sees how far everyone is, and not every stroke.
            if (isFirst) after(() => tell(sitting.id));
          }
          if (table) {
            checkTable(sitting, table);
            await keepAnswer(db, seatId, null, { written: count, answer: table, at });
          }
        }),
      );
      return null;
    },
    seatDone: async ({ params: { secret }, body: { isDone }, after }) => {
      await written(secret, async (seatId, sitting) => {
        await store.write((db) => keepDone(db, seatId, isDone ? now().toISOString() : null));
        after(() => tell(sitting.id));
      });
      return null;
    },
  };
}
