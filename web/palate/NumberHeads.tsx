/** The heads of columns of numbers. */
export function NumberHeads({ names }: { names: readonly string[] }) {
  return names.map((name) => (
    <th key={name} scope="col" className="number">
      {name}
    </th>
  ));
}
