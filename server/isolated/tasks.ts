import type { Task, TaskName } from './run';

/** What is done in a process of its own. Each is loaded by the process that does it, and by nobody else. */
export const TASKS = {
  lookAtFile: async () => (await import('../archive/look')).lookAtFile,
  lookAtTable: async () => (await import('../notebook/reading')).lookAtTable,
  takeTable: async () => (await import('../notebook/reading')).takeTable,
  readPicture: async () => (await import('../pictures/reencode')).readPicture,
  writeArchive: async () => (await import('../archive/write')).writeArchive,
} satisfies Record<TaskName, () => Promise<Task>>;
