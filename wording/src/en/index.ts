import { about } from './about.ts';
import { analysis } from './analysis.ts';
import { approaches } from './approaches.ts';
import { bench } from './bench.ts';
import { chords } from './chords.ts';
import { cli } from './cli.ts';
import { common } from './common.ts';
import { course } from './course.ts';
import { drills } from './drills.ts';
import { errors } from './errors.ts';
import { generate } from './generate.ts';
import { glossary } from './glossary.ts';
import { help } from './help.ts';
import { importing } from './import.ts';
import { lessons } from './lessons.ts';
import { library } from './library.ts';
import { listening } from './listening.ts';
import { operator } from './operator.ts';
import { parts } from './parts.ts';
import { patterns } from './patterns.ts';
import { plans } from './plans.ts';
import { playback } from './playback.ts';
import { practice } from './practice.ts';
import { reasons } from './reasons.ts';
import { recordings } from './recordings.ts';
import { requests } from './requests.ts';
import { saving } from './saving.ts';
import { settings } from './settings.ts';
import { sheet } from './sheet.ts';
import { shell } from './shell.ts';
import { signIn } from './sign-in.ts';
import { songs } from './songs.ts';
import { hand } from './hand.ts';
import { stand } from './stand.ts';
import { students } from './students.ts';
import { takes } from './takes.ts';
import { terms } from './terms.ts';
import { schools } from './schools.ts';
import { generators } from './generators.ts';
import { libraryFigures } from './library-figures.ts';
import { transforms } from './transforms.ts';
import { drillAxes } from './drill-axes.ts';
import { skillNames } from './skills.ts';
import { songForms } from './song-forms.ts';
import { instruments } from './instruments.ts';

/** Every text in English: ICU messages by key. */
export const english = {
  ...about,
  ...analysis,
  ...approaches,
  ...bench,
  ...chords,
  ...cli,
  ...common,
  ...course,
  ...drills,
  ...errors,
  ...generate,
  ...glossary,
  ...help,
  ...importing,
  ...lessons,
  ...library,
  ...listening,
  ...operator,
  ...parts,
  ...patterns,
  ...plans,
  ...playback,
  ...practice,
  ...reasons,
  ...recordings,
  ...requests,
  ...saving,
  ...settings,
  ...sheet,
  ...shell,
  ...signIn,
  ...songs,
  ...hand,
  ...stand,
  ...students,
  ...takes,
  ...terms,
  ...schools,
  ...generators,
  ...libraryFigures,
  ...transforms,
  ...drillAxes,
  ...skillNames,
  ...songForms,
  ...instruments,
} as const;
