import { parseLine } from '../application/jsonLine';
import { verdictLine } from '../application/judgeBagFile';
import { bagFile } from '../contract/bag/bagFile';
import { answerLines } from './lib/lines';

/** Judges bags, one JSON object a line. */
await answerLines('the bags', (line) => verdictLine(parseLine(bagFile, line)));
