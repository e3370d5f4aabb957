/** What is done in a process of its own. Each is loaded by the process that does it, and by nobody else. */
export const TASKS = {
  lookAtFile: async () => (await import('../archive/look')).lookAtFile,
  lookAtTable: async () => (await import('../notebook/reading')).lookAtTable,
  takeTable: async () => (await import('../notebook/reading')).takeTable,
  readPicture: async () => (await import('../pictures/reencode')).readPicture,
  writeArchive: async () => (await import('../archive/write')).writeArchive,
} as const;

export type TaskName = keyof typeof TASKS;
type Task<N extends TaskName> = Awaited<ReturnType<(typeof TASKS)[N]>>;
export type TaskInput<N extends TaskName> = Parameters<Task<N>>[0];
export type TaskOutput<N extends TaskName> = Awaited<ReturnType<Task<N>>>;
