/** What an archive of a day is called: "slow-crest-2026-03-01.zip". */
export const archiveName = (now: Date): string => `slow-crest-${now.toISOString().slice(0, 10)}.zip`;
