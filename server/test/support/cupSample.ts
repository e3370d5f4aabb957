import type { CupDraft } from '../../../contract/bag/cup';

/** A marked cup. */
export const cup = (differently: object): CupDraft => ({ scoringScale: 'mark10', mark: 8, ...differently });
