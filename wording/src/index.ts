export {
  isTextKey,
  say,
  sayInParts,
  sayMessage,
  sayProblem,
  sayProblems,
  sayList,
  setLanguage,
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
