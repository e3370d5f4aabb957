import { z } from 'zod';
import { added, byId, get, nothing, patch, post, put, remove, type Endpoint } from '../endpoint';
import { id } from '../fields';
import {
  answerInput,
  bySecret,
  joinInput,
  seatInput,
  seatView,
  sharing,
  sitting,
  sittingInput,
  sittingKey,
  sittingLine,
  takenSeat,
} from './sitting';

const bySeat = z.strictObject({ id, seatId: id });
/** That something of a sitting is other than before: how many are done, and whether it was revealed. */
const tableChanged = z.strictObject({ seats: z.number().int(), done: z.number().int(), isRevealed: z.boolean() });

/**
 * The table: cups side by side. What begins with `/seats` answers whoever knows the secret of a seat, also on phones of
 * guests, and nothing else does.
 */
export const TABLE_ENDPOINTS = {
  sittings: get('/sittings', 'All sittings, the latest first.', {
    answer: z.array(sittingLine),
    providesTags: ['Sittings'],
  }),
  addSitting: post('/sittings', 'Lays a sitting out, and draws codes for its cups.', {
    body: sittingInput,
    answer: added,
    creates: true,
    errors: ['not-found'],
    invalidatesTags: ['Sittings'],
  }),
  sitting: get('/sittings/:id', 'A sitting, with its seats; once revealed, what it came to.', {
    params: byId,
    answer: sitting,
    errors: ['not-found'],
    providesTags: ['Sitting'],
  }),
  sittingStream: get('/sittings/:id/stream', 'How far the tasters are.', {
    params: byId,
    events: { changed: tableChanged },
    errors: ['not-found'],
  }),
  removeSitting: remove('/sittings/:id', 'Takes a sitting away; what it logged stays.', {
    params: byId,
    body: nothing,
    errors: ['not-found'],
    // A page of it that is just being left does not ask for what is gone.
    invalidatesTags: ['Sittings', 'Sharing'],
  }),
  restoreSitting: post('/sittings/:id/restore', 'Brings a sitting back.', {
    params: byId,
    body: nothing,
    errors: ['not-found'],
    invalidatesTags: ['Sittings', 'Sitting'],
  }),
  sittingKey: post(
    '/sittings/:id/key',
    'Which code is on which cup, for whoever pours. That it was looked up is kept.',
    {
      params: byId,
      body: nothing,
      answer: sittingKey,
      errors: ['not-found'],
      invalidatesTags: ['Sittings', 'Sitting'],
    },
  ),
  takeSeat: post('/sittings/:id/seats', 'Sets a place for a taster; answers the secret its device goes by.', {
    params: byId,
    body: seatInput,
    answer: takenSeat,
    creates: true,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Sittings', 'Sitting'],
  }),
  seatAgain: post(
    '/sittings/:id/seats/:seatId/secret',
    'A new secret for a seat; the one before opens nothing any more.',
    {
      params: bySeat,
      body: nothing,
      answer: takenSeat,
      creates: true,
      errors: ['not-found', 'conflict'],
      invalidatesTags: ['Sittings', 'Sitting'],
    },
  ),
  nameSeat: patch('/sittings/:id/seats/:seatId', 'Says which taster sits at a seat, or that it is a guest.', {
    params: bySeat,
    body: z.strictObject({ tasterId: id.nullable() }),
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Sittings', 'Sitting'],
  }),
  removeSeat: remove('/sittings/:id/seats/:seatId', 'Takes a seat away; it can be brought back.', {
    params: bySeat,
    body: nothing,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Sittings', 'Sitting'],
  }),
  restoreSeat: post('/sittings/:id/seats/:seatId/restore', 'Brings a seat back, with what was written at it.', {
    params: bySeat,
    body: nothing,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Sittings', 'Sitting'],
  }),
  reveal: post('/sittings/:id/reveal', 'Tells everyone which cup was which, and logs every cup on its bag.', {
    params: byId,
    body: nothing,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Sittings', 'Sitting', 'Shelf', 'Bag', 'Tasters', 'Words', 'Sharing'],
  }),

  sharing: get('/sharing', 'Whether a sitting is shared on the network, and the way in.', {
    answer: sharing,
    providesTags: ['Sharing'],
  }),
  share: post('/sittings/:id/share', 'Lets guests on the network come to this sitting, and to nothing else.', {
    params: byId,
    body: nothing,
    answer: sharing,
    creates: true,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Sharing'],
  }),
  stopSharing: remove('/sharing', 'Lets nobody in any more.', { body: nothing, invalidatesTags: ['Sharing'] }),

  joinSitting: post('/seats', 'Takes a seat at the sitting that is shared, by its code.', {
    body: joinInput,
    answer: takenSeat,
    creates: true,
    open: true,
    forGuests: true,
    errors: ['not-found', 'conflict', 'too-many'],
  }),
  seat: get('/seats/:secret', 'A taster’s own sheet.', {
    params: bySecret,
    answer: seatView,
    open: true,
    forGuests: true,
    errors: ['not-found'],
    providesTags: ['Seat'],
  }),
  seatStream: get('/seats/:secret/stream', 'How far the others are, and the reveal.', {
    params: bySecret,
    events: { changed: tableChanged },
    open: true,
    forGuests: true,
    errors: ['not-found'],
  }),
  writeAnswer: put('/seats/:secret/answer', 'Keeps what a taster wrote of a cup, or of the table.', {
    params: bySecret,
    body: answerInput,
    open: true,
    forGuests: true,
    errors: ['not-found', 'conflict'],
  }),
  seatDone: put('/seats/:secret/done', 'Says whether a taster is through.', {
    params: bySecret,
    body: z.strictObject({ isDone: z.boolean() }),
    open: true,
    forGuests: true,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Seat', 'Sittings', 'Sitting'],
  }),
} as const satisfies Record<string, Endpoint>;
