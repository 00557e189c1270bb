/** The header in which a demo or a test says how many milliseconds its clock is ahead of the machine's. */
export const CLOCK_HEADER = 'x-clock-ahead';
