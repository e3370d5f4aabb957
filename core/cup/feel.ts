import { mean } from 'es-toolkit';
import {
  DRYNESSES,
  type Dryness,
  type LiquorClarity,
  type LiquorColour,
  type ShotLayers,
  type Texture,
} from './tasting';

/** What was written of how a cup felt in the mouth and looked, and on which rest day. */
export interface FeltCup {
  restDay: number;
  finishS: number | null;
  dryness: Dryness | null;
  textures: readonly Texture[];
  liquorColour: LiquorColour | null;
  liquorClarity: LiquorClarity | null;
  shotLayers: ShotLayers | null;
}

/** A value on each rest day it was given: the mean of that day's cups. */
export interface DayValue {
  day: number;
  value: number;
  cups: number;
}

/** Something that was there or not: in how many cups, and on which rest days. */
export interface SeenOnDays<T extends string> {
  what: T;
  cups: number;
  days: readonly number[];
}

/** How a bag felt and looked over its days. */
export interface FeelOverDays {
  /** Seconds. */
  finish: DayValue[];
  /** 0 (none) to 4 (harsh). */
  dryness: DayValue[];
  /** The most often met first, as all below. */
  textures: SeenOnDays<Texture>[];
  colours: SeenOnDays<LiquorColour>[];
  clarities: SeenOnDays<LiquorClarity>[];
  layers: SeenOnDays<ShotLayers>[];
}

export function feelOverDays(cups: readonly FeltCup[]): FeelOverDays {
  return {
    finish: byDay(cups, ({ finishS }) => finishS),
    dryness: byDay(cups, ({ dryness }) => (dryness === null ? null : DRYNESSES.indexOf(dryness))),
    textures: seen(cups, ({ textures }) => textures),
    colours: seen(cups, ({ liquorColour }) => (liquorColour === null ? [] : [liquorColour])),
    clarities: seen(cups, ({ liquorClarity }) => (liquorClarity === null ? [] : [liquorClarity])),
    layers: seen(cups, ({ shotLayers }) => (shotLayers === null ? [] : [shotLayers])),
  };
}

function byDay(cups: readonly FeltCup[], valueOf: (cup: FeltCup) => number | null): DayValue[] {
  const days = [...new Set(cups.map(({ restDay }) => restDay))].sort((a, b) => a - b);
  return days.flatMap((day) => {
    const values = cups.filter(({ restDay }) => restDay === day).flatMap((cup) => valueOf(cup) ?? []);
    return values.length === 0 ? [] : [{ day, value: mean(values), cups: values.length }];
  });
}

function seen<T extends string>(cups: readonly FeltCup[], whatOf: (cup: FeltCup) => readonly T[]): SeenOnDays<T>[] {
  const found = new Map<T, number[]>();
  for (const cup of cups)
    for (const what of new Set(whatOf(cup))) found.set(what, [...(found.get(what) ?? []), cup.restDay]);
  return [...found]
    .map(([what, days]) => ({ what, cups: days.length, days: [...new Set(days)].sort((a, b) => a - b) }))
    .sort((a, b) => b.cups - a.cups);
}

/** A finish of so many seconds is the shortest that is told from none. *Assumption*. */
const SHORTEST_FINISH_S = 5;

/**
 * A finish on the scale of levels, 1 to 5: one level for each doubling, 5 s and less 1, 10 s 2, 80 s and more 5.
 * Lengths are told apart by their ratio, so a step is a doubling. *Assumption*.
 */
export function finishLevel(seconds: number): number {
  return Math.min(5, Math.max(1, 1 + Math.log2(Math.max(seconds, SHORTEST_FINISH_S) / SHORTEST_FINISH_S)));
}
