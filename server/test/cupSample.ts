import type { CupDraft } from '../../contract/cup';

/** A marked cup. */
export const cup = (differently: object): CupDraft => ({ school: 'mark10', mark: 8, ...differently });
