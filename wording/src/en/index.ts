import { about } from './about.ts';
import { approaches } from './approaches.ts';
import { bench } from './bench.ts';
import { chords } from './chords.ts';
import { common } from './common.ts';
import { drills } from './drills.ts';
import { errors } from './errors.ts';
import { generate } from './generate.ts';
import { importing } from './import.ts';
import { library } from './library.ts';
import { listening } from './listening.ts';
import { parts } from './parts.ts';
import { patterns } from './patterns.ts';
import { practice } from './practice.ts';
import { reasons } from './reasons.ts';
import { requests } from './requests.ts';
import { saving } from './saving.ts';
import { settings } from './settings.ts';
import { sheet } from './sheet.ts';
import { shell } from './shell.ts';
import { signIn } from './sign-in.ts';
import { songs } from './songs.ts';
import { students } from './students.ts';
import { takes } from './takes.ts';
import { terms } from './terms.ts';

/** Every text in English: ICU messages by key. */
export const english = {
  ...about,
  ...approaches,
  ...bench,
  ...chords,
  ...common,
  ...drills,
  ...errors,
  ...generate,
  ...importing,
  ...library,
  ...listening,
  ...parts,
  ...patterns,
  ...practice,
  ...reasons,
  ...requests,
  ...saving,
  ...settings,
  ...sheet,
  ...shell,
  ...signIn,
  ...songs,
  ...students,
  ...takes,
  ...terms,
} as const;
