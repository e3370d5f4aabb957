import { slotName, type SlotId } from '../../core/cup';
import { plainName } from '../forms/differences';
import { sentenceCase } from '../ui/format';

/** Parts of a field's path that a person need not hear of. */
const UNSAID = new Set(['cup', 'making', 'intensities', 'on']);
const NAMES: Readonly<Record<string, string>> = {
  typing: 'being typed',
  progress: 'against the cups before',
  remarks: 'in your words',
  remarksPrivate: 'for this household alone',
  intensity: 'level',
  adequacy: 'how it was liked',
  nag: 'the word that will not come',
  said: 'what it is like',
  tapped: 'tapped',
  markAt: 'the mark rests on',
  tdsPercent: 'dissolved solids',
  ph: 'pH',
};

/** What a field is called where two copies of the sheet differ; null for what is no part of the cup. */
export function cupFieldName(path: readonly string[]): string | null {
  if (path.includes('coolingFrom') || path.includes('ended') || path.includes('liveId') || path.includes('potId'))
    return null;
  // A note is told by where it was found: "Hot, nose", or just "Notes".
  const [, part, slot, what] = path;
  if (part === 'descriptors' && slot)
    return [sentenceCase(slotName(slot as SlotId)) || 'Notes', what === 'typing' ? NAMES.typing : '']
      .filter(Boolean)
      .join(', ');
  const said = path.filter((part) => !UNSAID.has(part)).map((part) => NAMES[part] ?? plainName(part));
  return sentenceCase(said.join(', '));
}
