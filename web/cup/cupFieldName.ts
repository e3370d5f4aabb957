import { slotName, type SlotId } from '../../core/cup';
import { plainName } from '../forms/differences';
import { sentenceCase } from '../ui/format';
import { BREW, CUP, MAKING } from './labels';

/** What is beside the contract's fields on the sheet, or within one of them. */
const WITHIN: Readonly<Record<string, string | null>> = {
  typing: 'being typed',
  intensity: 'level',
  adequacy: 'how it was liked',
  said: 'what it is like',
  ended: null,
  coolingFrom: null,
  liveId: null,
};

/** What a field is called where two copies of the sheet differ; null for what is no part of the cup. */
export function cupFieldName(path: readonly string[]): string | null {
  const [first = '', second = '', third, fourth] = path;
  // A note is told by where it was found: "Hot, nose", or just "Notes".
  if (second === 'descriptors' && third) {
    const where = sentenceCase(slotName(third as SlotId)) || 'Notes';
    return fourth === 'typing' ? `${where}, ${WITHIN.typing}` : where;
  }
  if (second === 'intensities') return nameOfParts(path.slice(2));
  if (first === 'cup') return labelled(CUP, path.slice(1));
  if (first === 'making') return labelled(MAKING, path.slice(1));
  return labelled(BREW, path);
}

function labelled(labels: Readonly<Record<string, string | null>>, path: readonly string[]): string | null {
  const [name = '', ...rest] = path;
  const label = labels[name];
  if (label === null || path.some((part) => WITHIN[part] === null)) return null;
  return label === undefined
    ? nameOfParts(path)
    : [label, ...rest.filter((part) => part in WITHIN).map((part) => WITHIN[part])].join(', ');
}

function nameOfParts(parts: readonly string[]): string | null {
  const said = parts.map((part) => (part in WITHIN ? WITHIN[part] : plainName(part)));
  return said.includes(null) ? null : sentenceCase(said.join(', '));
}
