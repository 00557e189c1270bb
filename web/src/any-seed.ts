/** A seed by chance, for what somebody asks to be drawn again: a whole number below 2^31. The core takes it and draws the same from it every time. */
export const anySeed = (): number => Math.floor(Math.random() * 2 ** 31);
