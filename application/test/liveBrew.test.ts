import { describe, expect, it } from 'vitest';
import type { InstrumentSettings } from '../../contract/bench/instrument';
import { liveBrewSample as live } from '../../contract/test/samples';
import { instrumentsFor, joined, started, tapped } from '../liveBrew';

const SCALE: InstrumentSettings = { connected: { scale: 'well' }, hand: 'steady', speed: 20 };

describe('a brew on the bench', () => {
  it('starts once', () => {
    expect(started(live(), 500)).toEqual({ startedAt: 500 });
    expect(() => started(live({ startedAt: 500 }), 900)).toThrow('started already');
  });

  it('ends only after it has started, and can go on after all', () => {
    expect(() => tapped(live(), { endedS: 180 })).toThrow('not started yet');
    expect(tapped(live({ startedAt: 1 }), { endedS: 180 })).toEqual({ endedS: 180 });
    expect(tapped(live(), { endedS: null })).toEqual({ endedS: null });
  });

  it('keeps what two devices ticked and marked; where both marked a stage the first stands', () => {
    const before = live({ ticked: ['bed-level', 'scale-tared'], marks: [{ step: 0, atS: 1 }] });
    const change = tapped(before, {
      ticked: ['paper-rinsed'],
      marks: [
        { step: 1, atS: 40 },
        { step: 0, atS: 3 },
      ],
      was: { ticked: [], marks: [] },
    });
    expect([...(change.ticked ?? [])].sort()).toEqual(['bed-level', 'paper-rinsed', 'scale-tared']);
    expect(change.marks).toEqual([
      { step: 0, atS: 1 },
      { step: 1, atS: 40 },
    ]);
    // What was taken back here, and stood there before, is taken back.
    expect(tapped(before, { ticked: ['bed-level'], was: { ticked: before.ticked } }).ticked).toEqual(['bed-level']);
  });

  it('takes in a scale that was connected later, until it has started; only simulated time runs faster', () => {
    expect(joined(live(), SCALE)).toEqual({ instruments: SCALE });
    expect(() => joined(live({ startedAt: 1 }), SCALE)).toThrow('has started');
    expect(instrumentsFor({ ...SCALE, connected: { thermometer: 'well' } }).speed).toBe(1);
  });
});
