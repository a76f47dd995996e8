/**
 * Something a person must know and can mend: printed as one plain sentence, with a non-zero exit.
 */
export class Sentence extends Error {}
