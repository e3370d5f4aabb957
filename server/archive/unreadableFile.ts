/** A file that cannot be read as what it is taken for, in a sentence. */
export class UnreadableFile extends Error {}
