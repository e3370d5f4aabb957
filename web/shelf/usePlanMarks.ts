import type { PlanMark, PlannedCup } from '../../contract/shelf/plan';
import { api } from '../api/api';
import { useSayOutcome } from '../api/useSayOutcome';

/** What a taster does to the plan. Everything says so, or what went wrong. */
export interface PlanMarks {
  /** Sets a cup of a bag for a day. */
  set(bagId: string, on: string): Promise<void>;
  /** Moves a planned cup to another day: set there, and no longer where it was. */
  move(cup: PlannedCup, on: string): Promise<void>;
  /** One cup less on a day. */
  skip(on: string): Promise<void>;
  visit(on: string, cups: number): Promise<void>;
  takeBack(id: string): Promise<void>;
}

export function usePlanMarks(): PlanMarks {
  const [addMark] = api.useAddPlanMarkMutation();
  const [removeMark] = api.useRemovePlanMarkMutation();
  const say = useSayOutcome();
  const add = async (mark: Partial<PlanMark> & Pick<PlanMark, 'kind' | 'on'>, text: string): Promise<void> => {
    say((await addMark({ body: mark })).error, text);
  };
  const takeBack = async (id: string): Promise<void> => {
    say((await removeMark({ id, body: {} })).error, 'Taken back. The plan is its own again.');
  };
  return {
    set: (bagId, on) => add({ kind: 'pin', on, bagId }, 'Set. The plan is made anew around it.'),
    move: async ({ bagId, pin }, on) => {
      if (pin) await removeMark({ id: pin.id, body: {} });
      await add({ kind: 'pin', on, bagId }, 'Moved. The plan is made anew around it.');
    },
    skip: (on) => add({ kind: 'skip', on }, 'One cup less on that day.'),
    visit: (on, cups) => add({ kind: 'visit', on, cups }, 'Planned for.'),
    takeBack,
  };
}
