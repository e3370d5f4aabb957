import { describe, expect, it, vi } from 'vitest';
import { EngineProblem } from '../engineHere';
import { JudgingQueue } from '../queue';

/** A queue whose work waits to be told to go on. */
function held(atOnce = 1) {
  const begun: string[] = [];
  const open = new Map<string, (error?: Error) => void>();
  const queue = new JudgingQueue(
    (id) =>
      new Promise<void>((resolve, reject) => {
        begun.push(id);
        open.set(id, (error) => (error === undefined ? resolve() : reject(error)));
      }),
    atOnce,
  );
  const finish = async (id: string, error?: Error): Promise<void> => {
    open.get(id)?.(error);
    await new Promise((resolve) => setImmediate(resolve));
  };
  return { queue, begun, finish };
}

describe('the judging queue', () => {
  it('takes what is looked at first, then the shelf, then the past, each in the order asked', async () => {
    const { queue, begun, finish } = held();
    void queue.ask('running', 'background');
    for (const id of ['p1', 'p2']) void queue.ask(id, 'background');
    for (const id of ['s1', 's2']) void queue.ask(id, 'shelf');
    void queue.ask('p2', 'interactive');
    for (const id of ['running', 'p2', 's1', 's2', 'p1']) await finish(id);
    expect(begun).toEqual(['running', 'p2', 's1', 's2', 'p1']);
    expect(queue.judging).toEqual({ waiting: 0, of: 0, trouble: null });
  });

  it('counts what waits, of how many', async () => {
    const { queue, finish } = held(2);
    for (const id of ['a', 'b', 'c', 'd']) void queue.ask(id, 'shelf');
    expect(queue.judging).toMatchObject({ waiting: 4, of: 4 });
    await finish('a');
    await finish('b');
    expect(queue.judging).toMatchObject({ waiting: 2, of: 4 });
  });

  it('judges once however many ask, and again for who asks while it is judged', async () => {
    const { queue, begun, finish } = held();
    const answered: string[] = [];
    void queue.ask('a', 'shelf').then(() => answered.push('first'));
    void queue.ask('b', 'shelf').then(() => answered.push('b'));
    void queue.ask('b', 'shelf').then(() => answered.push('b too'));
    void queue.ask('a', 'interactive').then(() => answered.push('later'));
    await finish('a');
    expect(answered).toEqual(['first']);
    await finish('a');
    await finish('b');
    expect(begun).toEqual(['a', 'a', 'b']);
    expect(answered).toEqual(['first', 'later', 'b', 'b too']);
  });

  it('says so when no thread starts, tells who waits at once, and tries again by itself', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
    const { queue, begun, finish } = held();
    const told = queue.ask('a', 'interactive').catch((error: unknown) => error);
    const problem = new EngineProblem(new Error('EMFILE'));
    await finish('a', problem);
    expect(await told).toBe(problem);
    expect(queue.judging).toEqual({ waiting: 1, of: 2, trouble: problem.message });
    expect(begun).toEqual(['a']);
    vi.advanceTimersByTime(500);
    expect(begun).toEqual(['a', 'a']);
    await finish('a', problem);
    // Ever less often.
    vi.advanceTimersByTime(500);
    expect(begun).toHaveLength(2);
    vi.advanceTimersByTime(500);
    await finish('a');
    expect(queue.judging).toEqual({ waiting: 0, of: 0, trouble: null });
    vi.useRealTimers();
  });

  it('does not try again what fails by itself, and goes on with the next', async () => {
    const { queue, begun, finish } = held();
    const told = queue.ask('broken', 'interactive').catch((error: unknown) => (error as Error).message);
    void queue.ask('next', 'shelf');
    await finish('broken', new Error('no such bag'));
    expect(await told).toBe('no such bag');
    await finish('next');
    expect(begun).toEqual(['broken', 'next']);
    expect(queue.judging.waiting).toBe(0);
  });

  it('closes once what is under way is over, and judges nothing more', async () => {
    const { queue, begun, finish } = held();
    void queue.ask('a', 'interactive');
    const waiting = queue.ask('b', 'interactive').catch(() => 'refused');
    const closed = queue.close();
    expect(await waiting).toBe('refused');
    await finish('a');
    await closed;
    expect(begun).toEqual(['a']);
  });
});
