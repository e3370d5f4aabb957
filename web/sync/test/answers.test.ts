import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { EMPTY_ANSWER, type AnswerInput, type CupAnswer, type TableAnswer } from '../../../contract/table/sitting';
import { browserStore } from '../../state/browserStore';
import { memoryStorage } from '../../state/test/memoryStorage';
import { answerOfCup, answerOfTable, answersPolicy, refusedAnswers, withCup, withTable } from '../answers';
import { Outbox } from '../outbox';

const answer = (mark: number) => ({ ...EMPTY_ANSWER, mark });

/** A phone, and a server that can be out of reach. */
function phone() {
  const browser = browserStore(memoryStorage().storage);
  const server = { isAway: false, refuses: null as string | null, has: new Map<string, AnswerInput>(), asked: 0 };
  const policy = answersPolicy((body) => {
    server.asked++;
    if (server.isAway) return Promise.resolve({ notYet: 'away' });
    if (server.refuses !== null) return Promise.resolve({ refused: server.refuses });
    const key = body.cup?.code ?? '';
    if ((server.has.get(key)?.written ?? 0) < body.written) server.has.set(key, body);
    return Promise.resolve({ taken: null });
  });
  const open = () => {
    const outbox = new Outbox('seat', policy, browser);
    outbox.retry();
    return {
      outbox,
      writeCup: (code: string, given: CupAnswer, written: number) =>
        outbox.change((before) => withCup(before, code, given, written)),
      writeTable: (given: TableAnswer, written: number) => outbox.change((before) => withTable(before, given, written)),
      ofCup: (cup: Parameters<typeof answerOfCup>[1]) => answerOfCup(outbox.state, cup),
      ofTable: (table: Parameters<typeof answerOfTable>[1]) => answerOfTable(outbox.state, table),
      refused: () => refusedAnswers(outbox.state),
      status: () => outbox.snapshot().status,
    };
  };
  return { server, open };
}

beforeEach(() => vi.useFakeTimers());
afterEach(() => vi.useRealTimers());

describe('what a taster writes at a table', () => {
  it('is on the server a moment later, the last of many strokes alone', async () => {
    const { server, open } = phone();
    const keeper = open();
    for (const mark of [5, 6, 7]) keeper.writeCup('417', answer(mark), 0);
    expect(keeper.ofCup({ code: '417', written: 0, answer: EMPTY_ANSWER }).mark).toBe(7);
    await vi.advanceTimersByTimeAsync(300);
    expect(server.has.get('417')).toMatchObject({ written: 3, cup: { answer: { mark: 7 } } });
    expect(server.asked).toBe(1);
    expect([keeper.status(), keeper.refused().why]).toEqual(['kept', null]);
  });

  it('is not lost while the network is away, nor with the page', async () => {
    const { server, open } = phone();
    server.isAway = true;
    const keeper = open();
    keeper.writeCup('417', answer(8), 0);
    keeper.writeTable({ ranking: [['417']], odd: null }, 0);
    await vi.advanceTimersByTimeAsync(5000);
    expect(keeper.status()).toBe('here only');
    server.isAway = false;
    const again = open();
    expect(again.ofCup({ code: '417', written: 0, answer: EMPTY_ANSWER }).mark).toBe(8);
    expect(again.ofTable({ written: 0, answer: { ranking: [], odd: null } }).ranking).toEqual([['417']]);
    await vi.advanceTimersByTimeAsync(10);
    expect([...server.has.keys()].sort()).toEqual(['', '417']);
  });

  it('gives way to what another device wrote later, and counts on from there', async () => {
    const { server, open } = phone();
    const keeper = open();
    keeper.writeCup('417', answer(5), 0);
    await vi.advanceTimersByTimeAsync(300);
    expect(keeper.ofCup({ code: '417', written: 9, answer: answer(3) }).mark).toBe(3);
    keeper.writeCup('417', answer(4), 9);
    await vi.advanceTimersByTimeAsync(300);
    expect(server.has.get('417')?.written).toBe(10);
  });

  it('says why the server does not take it, and does not send it for ever', async () => {
    const { server, open } = phone();
    server.refuses = 'This sitting was revealed';
    const keeper = open();
    keeper.writeCup('417', answer(5), 0);
    await vi.advanceTimersByTimeAsync(10_000);
    expect(server.asked).toBe(1);
    expect([keeper.status(), keeper.refused().why]).toEqual(['kept', 'This sitting was revealed']);
  });

  it('stands on this device where it came too late, for the next visit too, until the cup is written anew', async () => {
    const { server, open } = phone();
    const keeper = open();
    keeper.writeCup('528', answer(7), 0);
    await vi.advanceTimersByTimeAsync(300);
    server.refuses = 'This sitting was revealed';
    keeper.writeCup('417', answer(5), 0);
    await vi.advanceTimersByTimeAsync(300);
    for (const one of [keeper, open()])
      expect(one.refused()).toMatchObject({ cups: [{ code: '417', answer: answer(5) }], table: null });
    keeper.writeTable({ ranking: [['417']], odd: null }, 0);
    await vi.advanceTimersByTimeAsync(300);
    expect(keeper.refused().table).toEqual({ ranking: [['417']], odd: null });
    server.refuses = null;
    keeper.writeCup('417', answer(6), 0);
    await vi.advanceTimersByTimeAsync(300);
    expect(keeper.refused().cups).toEqual([]);
  });

  it('is waited for by whoever asks, where its page was left while it was on its way', async () => {
    const { server, open } = phone();
    const keeper = open();
    keeper.writeCup('417', answer(5), 0);
    keeper.writeCup('528', answer(6), 0);
    keeper.outbox.leave();
    await keeper.outbox.underWay;
    expect([...server.has.keys()].sort()).toEqual(['417', '528']);
  });

  it('keeps what is written while an answer is on its way', async () => {
    const { server, open } = phone();
    const keeper = open();
    keeper.writeCup('417', answer(5), 0);
    const sending = vi.advanceTimersByTimeAsync(251);
    keeper.writeCup('417', answer(6), 0);
    await sending;
    await vi.advanceTimersByTimeAsync(500);
    expect(server.has.get('417')).toMatchObject({ written: 2, cup: { answer: { mark: 6 } } });
  });

  it('goes at once when the page is left, and before a taster is through', async () => {
    const { server, open } = phone();
    const keeper = open();
    keeper.writeCup('417', answer(5), 0);
    keeper.outbox.leave();
    await vi.advanceTimersByTimeAsync(0);
    expect(server.has.get('417')?.written).toBe(1);
    const again = open();
    again.writeCup('417', answer(6), 1);
    again.writeCup('528', answer(7), 0);
    expect(await again.outbox.flush()).toBe(true);
    expect(server.has.size).toBe(2);
    server.isAway = true;
    again.writeCup('528', answer(8), 1);
    expect(await again.outbox.flush()).toBe(false);
    again.outbox.leave();
    server.isAway = false;
    // The window is still open: it goes on trying, though another page is in view.
    await vi.advanceTimersByTimeAsync(10_000);
    expect(server.has.get('528')?.written).toBe(2);
  });
});
