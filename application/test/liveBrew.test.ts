import { describe, expect, it } from 'vitest';
import { NO_INSTRUMENTS, type InstrumentSettings } from '../../contract/instrument';
import type { LiveBrew } from '../../contract/live';
import { STARTER_RECIPES } from '../../core/brew';
import { instrumentsFor, joined, started, tapped } from '../liveBrew';

const [recipe] = STARTER_RECIPES;
if (!recipe) throw new Error('There is no starter');

const live = (differently: Partial<LiveBrew> = {}): LiveBrew => ({
  id: '11111111-1111-4111-8111-111111111111',
  bagId: '22222222-2222-4222-8222-222222222222',
  bagName: 'Fog Gate',
  recipe,
  recipeVersionId: null,
  ticked: [],
  marks: [],
  startedAt: null,
  endedS: null,
  vigour: null,
  bed: null,
  fault: null,
  faultNote: '',
  instruments: NO_INSTRUMENTS,
  seed: 1,
  revision: 1,
  createdAt: '2026-03-01T07:00:00Z',
  ...differently,
});

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
