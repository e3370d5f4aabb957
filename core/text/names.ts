/** Characters that take no room on a screen. */
const INVISIBLE = /[\p{Cf}\p{Default_Ignorable_Code_Point}]/gu;

/** What names are compared by: two that look alike are alike, whatever case, width or invisible signs they have. */
export function nameKey(name: string): string {
  return name.normalize('NFKC').replace(INVISIBLE, '').replace(/\s+/g, ' ').trim().toLocaleLowerCase('en');
}

/** The most of a name that is kept where something is added to it, characters. */
const ROOM = 45;

/** A name that nobody in `taken` (keys of names) goes by: the name itself, else told apart: "Ada (guest)". */
export function freeName(name: string, taken: ReadonlySet<string>, told = 'guest'): string {
  if (!taken.has(nameKey(name))) return name;
  const short = name.slice(0, ROOM).trim();
  for (let i = 1; ; i++) {
    const other = i === 1 ? `${short} (${told})` : `${short} (${told} ${i})`;
    if (!taken.has(nameKey(other))) return other;
  }
}
