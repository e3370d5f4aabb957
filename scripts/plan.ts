import { parseLine } from '../application/jsonLine';
import { planLine } from '../application/shelf/planShelfFile';
import { shelfFile } from '../contract/shelf/shelfFile';
import { answerLines } from './lib/lines';

/** A shelf of nobody's. */
const SAMPLE = {
  format: 'slow-crest.shelf',
  version: 1,
  today: '2026-01-20',
  days: 60,
  freezer: true,
  variety: 1,
  bags: [1, 4, 8, 12].map((day) => ({
    bag: { name: 'Sample', roastedOn: `2026-01-0${day % 9}`, roastLevel: 'light' },
    reference: { brewer: 'cone', doseG: 16, waterG: 250 },
    brews: [9, 12, 15].map((on, i) => ({
      brewer: 'cone',
      doseG: 16,
      waterG: 250,
      overall: 75 + 2 * i,
      brewedAt: `2026-01-${on < 10 ? '0' : ''}${on}T08:00:00Z`,
    })),
  })),
};

// Planned for nothing before anything is read: the first plans of a fresh process take several times as long.
for (let i = 0; i < 4; i++) planLine(parseLine(shelfFile, JSON.stringify(SAMPLE)));

/** Plans shelves, one JSON object a line. */
await answerLines('the shelves', (line) => planLine(parseLine(shelfFile, line)));
