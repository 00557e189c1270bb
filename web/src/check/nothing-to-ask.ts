/** Thrown where a choice leaves nothing to ask; its message is for the adult. */
export class NothingToAsk extends Error {}
