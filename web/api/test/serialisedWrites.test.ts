import { describe, expect, it } from 'vitest';
import { SerialisedWrites } from '../serialisedWrites';

/** Work that ends when it is told to, and says when it begins. */
function recorded(begun: string[]) {
  const ends: Record<string, (error?: Error) => void> = {};
  const work = (name: string) => (): Promise<string> => {
    begun.push(name);
    return new Promise((resolve, reject) => {
      ends[name] = (error) => (error ? reject(error) : resolve(name));
    });
  };
  return { work, end: (name: string, error?: Error) => ends[name]?.(error) };
}
const breath = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

describe('changes to the server', () => {
  it('go one after another, in the order in which they were asked for', async () => {
    const [writes, begun] = [new SerialisedWrites(), [] as string[]];
    const { work, end } = recorded(begun);
    const all = ['first', 'second', 'third'].map((name) => writes.run(work(name)));
    await breath();
    expect(begun).toEqual(['first']);
    end('first');
    await breath();
    expect(begun).toEqual(['first', 'second']);
    end('second');
    await breath();
    end('third');
    expect(await Promise.all(all)).toEqual(['first', 'second', 'third']);
  });

  it('go on after one that fails, which fails for who asked for it', async () => {
    const [writes, begun] = [new SerialisedWrites(), [] as string[]];
    const { work, end } = recorded(begun);
    const [first, second] = [writes.run(work('first')), writes.run(work('second'))];
    await breath();
    end('first', new Error('refused'));
    await expect(first).rejects.toThrow('refused');
    await breath();
    end('second');
    expect(await second).toBe('second');
  });

  it('are all sent at once when the page is left, and in turn again on a page that comes back', async () => {
    const [writes, begun] = [new SerialisedWrites(), [] as string[]];
    const { work, end } = recorded(begun);
    const all = ['first', 'second', 'third'].map((name) => writes.run(work(name)));
    await breath();
    writes.leave();
    all.push(writes.run(work('last words')));
    await breath();
    expect(begun.sort()).toEqual(['first', 'last words', 'second', 'third']);
    writes.stay();
    const [later, last] = [writes.run(work('later')), writes.run(work('last'))];
    await breath();
    expect(begun).toHaveLength(4);
    for (const name of ['first', 'second', 'third', 'last words']) end(name);
    expect(await Promise.all(all)).toEqual(['first', 'second', 'third', 'last words']);
    await breath();
    expect(begun.slice(4)).toEqual(['later']);
    end('later');
    await breath();
    end('last');
    expect(await Promise.all([later, last])).toEqual(['later', 'last']);
  });
});
