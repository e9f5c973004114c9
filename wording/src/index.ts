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
  type Unsaid,
  type UnsaidProblem,
  type UnsaidValue,
} from './speak.ts';
export { english } from './en/index.ts';
