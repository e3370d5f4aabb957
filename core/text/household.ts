/** How much a household has, in a few words: "12 bags and 70 brews". */
export function householdText({ bags, brews }: { bags: number; brews: number }): string {
  return `${bags} ${bags === 1 ? 'bag' : 'bags'} and ${brews} ${brews === 1 ? 'brew' : 'brews'}`;
}
