/** The header of every answer in which the server says what time it is, in milliseconds since 1970. */
export const CLOCK_HEADER = 'x-clock';
