/** Grams of water held back per gram of coffee brewed through paper. *Assumption*; a weighed beverage overrules it. */
export const RETAINED_G_PER_G = 2;

/** Brew ratio: grams of water per gram of coffee (1 ml of water counts as 1 g). */
export function ratio(waterG: number, doseG: number): number {
  return waterG / doseG;
}

/** Water for a dose at a ratio, in whole grams. */
export function waterFor(doseG: number, ratioToOne: number): number {
  return Math.round(doseG * ratioToOne);
}

/** Grams of beverage in the cup: water − dose × retained. Never below 0. */
export function beverageG(waterG: number, doseG: number, retained = RETAINED_G_PER_G): number {
  return Math.max(0, waterG - doseG * retained);
}

/** Whole cups left in a bag: floor(grams left / planned dose). */
export function cupsLeft(leftG: number, doseG: number): number {
  return doseG > 0 ? Math.max(0, Math.floor(leftG / doseG + 1e-9)) : 0;
}

/** What the coffee in one cup cost, in the currency of the price. */
export function pricePerCup(price: number, weightG: number, doseG: number): number {
  return (price / weightG) * doseG;
}

/** Price of 100 g. */
export function pricePer100G(price: number, weightG: number): number {
  return (100 * price) / weightG;
}

/** Grams left of a bag after the doses taken from it; never below 0. */
export function gramsLeft(weightG: number, dosesG: readonly number[]): number {
  return Math.max(0, weightG - dosesG.reduce((sum, dose) => sum + dose, 0));
}
