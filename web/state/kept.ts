import { browserStore } from './browserStore';

/** What this browser keeps, whichever window is open; and what this window keeps, through reloads. */
export const keptInBrowser = browserStore(localStorage);
export const keptInWindow = browserStore(sessionStorage);
