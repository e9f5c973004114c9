export {
  isTextKey,
  say,
  sayInParts,
  sayLabel,
  sayMessage,
  sayProblem,
  sayProblems,
  sayList,
  sayParts,
  saySentence,
  setLanguage,
  formatDay,
  weekdayNames,
  type ArgumentsFor,
  type Catalogue,
  type Elements,
  type TextKey,
  type Message,
  type MessageValue,
  type SayableProblem,
} from './speak.ts';
export { english } from './en/index.ts';
export { TERMS, type TermName } from './glossary.ts';
