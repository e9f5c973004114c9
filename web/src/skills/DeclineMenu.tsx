import type { Student } from '@fleet-wren/contract';
import { SUGGESTION_AIM, type FigureSuggestion, type SkillCode, type StudentProfile } from '@fleet-wren/core';
import { say } from '@fleet-wren/wording';
import { Button, Dropdown } from 'react-bootstrap';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { listSkillNames, skillInSentence } from './skill-text.ts';
import { useAboutStudent } from './useAboutStudent.ts';

/** Figures that are left out at most: the oldest come back then. */
const MOST_DECLINED = 200;

const isCode = (code: string | undefined): code is SkillCode => code !== undefined;

interface DeclineProps {
  readonly student: Student;
  readonly suggestion: FigureSuggestion;
  readonly name: string;
}

/** The aim after one more word of the teacher, within what may be. */
const shiftAim = (aim: number | undefined, by: 1 | -1): number => {
  const { least, usual, most, step } = SUGGESTION_AIM;
  return Math.max(least, Math.min(most, Math.round(((aim ?? usual) + by * step) * 100) / 100));
};

/** Why a figure is not wanted: what comes after goes by it. */
export const DeclineMenu = ({ student, suggestion, name }: DeclineProps) => {
  const change = useAboutStudent(student);
  const notice = useToast();
  const { declinedFigures = [], declinedSkills = [], suggestionAim } = student.about;
  const withFigure = [...declinedFigures, suggestion.id].slice(-MOST_DECLINED);
  const decline = (wish: Partial<StudentProfile>, text: string): void => {
    const before = { declinedFigures, declinedSkills, suggestionAim };
    change(wish);
    notice({ text, action: { label: say('common.undo'), run: () => change(before) } });
  };
  const skill = suggestion.newSkills[0] ?? suggestion.practises[0];
  return (
    <Dropdown>
      <Dropdown.Toggle size="sm" variant="plain" aria-label={say('course.not-this-why', { name })}>
        {say('course.not-this')}
      </Dropdown.Toggle>
      <Dropdown.Menu>
        <Dropdown.Item
          as="button"
          onClick={() => decline({ declinedFigures: withFigure }, say('course.declined', { name }))}
        >
          {say('course.not-this-figure')}
        </Dropdown.Item>
        {isCode(skill) && (
          <Dropdown.Item
            as="button"
            onClick={() =>
              decline(
                { declinedSkills: [...declinedSkills, skill] },
                say('course.declined-skill', { skill: skillInSentence(skill) }),
              )
            }
          >
            {say('course.not-this-skill', { skill: skillInSentence(skill) })}
          </Dropdown.Item>
        )}
        <Dropdown.Item
          as="button"
          onClick={() => decline({ suggestionAim: shiftAim(suggestionAim, 1) }, say('course.suggest-easier'))}
        >
          {say('course.too-hard')}
        </Dropdown.Item>
        <Dropdown.Item
          as="button"
          onClick={() => decline({ suggestionAim: shiftAim(suggestionAim, -1) }, say('course.suggest-harder'))}
        >
          {say('course.too-easy')}
        </Dropdown.Item>
      </Dropdown.Menu>
    </Dropdown>
  );
};

const aimWord = (aim: number | undefined): string => {
  if (aim === undefined || aim === SUGGESTION_AIM.usual) return 'usual';
  return aim > SUGGESTION_AIM.usual ? 'easier' : 'harder';
};

/** What the teacher did not want, and the way back from it. */
export const Declined = ({ student }: { readonly student: Student }) => {
  const change = useAboutStudent(student);
  const { declinedFigures = [], declinedSkills = [], suggestionAim } = student.about;
  const aim = aimWord(suggestionAim);
  if (declinedFigures.length + declinedSkills.length === 0 && aim === 'usual') return null;
  return (
    <p className="text-soft">
      {say('course.left-out', {
        figures: declinedFigures.length,
        skills: declinedSkills.length,
        names: listSkillNames(declinedSkills as readonly SkillCode[]),
        aim,
      })}{' '}
      <Button
        size="sm"
        variant="plain"
        onClick={() => change({ declinedFigures: [], declinedSkills: [], suggestionAim: undefined })}
      >
        {say('course.suggest-all-again')}
      </Button>
    </p>
  );
};
