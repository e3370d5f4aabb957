/**
 * A Williams design for n treatments: orders of tasting in which every cup stands equally often at every place, and
 * follows every other cup equally often. n orders where n is even, 2n where it is odd. Williams, *Aust. J. Sci. Res. A*
 * 2 (1949) 149–168.
 *
 * @example williamsDesign(4) // [[0, 1, 3, 2], [1, 2, 0, 3], [2, 3, 1, 0], [3, 0, 2, 1]]
 */
export function williamsDesign(n: number): number[][] {
  // 0, 1, n − 1, 2, n − 2, …: its neighbours differ by every amount once.
  const first = Array.from({ length: n }, (_, i) => (i % 2 === 1 ? (i + 1) / 2 : (n - i / 2) % n));
  const orders = Array.from({ length: n }, (_, shift) => first.map((cup) => (cup + shift) % n));
  return n % 2 === 0 ? orders : [...orders, ...orders.map((order) => [...order].reverse())];
}

/**
 * The order in which a taster meets the cups: the next one of the design for every further seat, the cups themselves in
 * an order nobody knows.
 *
 * @param seat counts from 0
 * @param shuffled the cups, as they were drawn
 */
export function servingOrder<T>(shuffled: readonly T[], seat: number): T[] {
  const design = williamsDesign(shuffled.length);
  return (design[seat % design.length] ?? []).map((place) => shuffled[place]!);
}
