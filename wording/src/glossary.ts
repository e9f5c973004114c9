import { english } from './en/index.ts';

type TermKey = Extract<keyof typeof english, `glossary.${string}.term`>;

/** The name of a term of the glossary. */
export type TermName = TermKey extends `glossary.${infer Name}.term` ? Name : never;

/** The terms of the glossary, in the order of its texts. */
export const TERMS: readonly TermName[] = Object.keys(english).flatMap((key) => {
  const found = /^glossary\.([a-z-]+)\.term$/.exec(key);
  return found ? [found[1] as TermName] : [];
});
