const AND = ' + ';

/** The ids in a stop of several that come along at once; none for the empty stop. */
export const partsOf = (stop: string): string[] => stop.split(AND).filter((id) => id !== '');

/** The stop of several that come along at once, each once. */
export const together = (ids: readonly string[]): string => [...new Set(ids)].join(AND);
