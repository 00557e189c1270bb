declare module 'cmu-pronouncing-dictionary' {
  export const dictionary: Record<string, string>;
}
