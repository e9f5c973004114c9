import './hand.scss';
import { say, sayLabel } from '@fleet-wren/wording';
import { flattenScore, moveHand, resolveSchoolOrThrow, type Digit } from '@fleet-wren/core';
import { useMemo } from 'react';
import { Link, useSearchParams } from 'react-router';
import { Filmstrip } from '../components/hand-picture/Filmstrip.tsx';
import { useSelectedHand } from '../components/hand/useSelectedHand.ts';
import { usePatternAnalysis } from '../components/pattern-editor/usePatternAnalysis.ts';
import { useAvailableCustomSchools } from '../components/schools/SchoolOptions.tsx';
import { usePatternEditor, usePatternEditorStore } from '../workspace/pattern-editor-context.ts';
import { HandCosts } from './HandCosts.tsx';
import { HandStage } from './HandStage.tsx';
import { useSecondHand } from './useSecondHand.ts';

/** Moments of the filmstrip. */
const MOMENTS = 4;

const NO_DIGITS: Readonly<Record<string, Digit | null>> = {};

/** The picking hand that plays a pattern, seen by its player, and what its movement costs. */
const HandScreen = () => {
  const bench = usePatternEditorStore();
  const pattern = usePatternEditor((state) => state.document);
  const { hand } = useSelectedHand();
  const digits = usePatternAnalysis(bench, hand)?.judgement.digits ?? NO_DIGITS;
  const { score, inOrder, motion } = useMemo(() => {
    const flat = flattenScore(pattern);
    const own = flat.strokes.map(({ sourceStrokeId }) => digits[sourceStrokeId] ?? null);
    return { score: flat, inOrder: own, motion: moveHand(flat, own, { hand }) };
  }, [pattern, digits, hand]);
  const [query, setQuery] = useSearchParams();
  const school = query.get('with') ?? '';
  const own = useAvailableCustomSchools(pattern.ownSchool);
  const second = useSecondHand(pattern, hand, school, own);
  const chooseSchool = (key: string): void => setQuery(key === '' ? {} : { with: key }, { replace: true });
  const schoolName = sayLabel(resolveSchoolOrThrow(pattern).name);
  return (
    <div className="page hand-screen">
      <header className="page-head">
        <h1>{pattern.name}</h1>
        <Link to=".." relative="path">
          {say('hand.back')}
        </Link>
      </header>
      {motion.fingers.length === 0 ? (
        <p className="text-soft">{say('hand.nothing')}</p>
      ) : (
        <>
          <div className="hand-columns">
            <HandStage {...{ pattern, score, motion, digits, second, schoolName, school, chooseSchool, own }} />
            <HandCosts {...{ pattern, score, motion, hand, second }} digits={inOrder} />
          </div>
          <Filmstrip {...{ pattern, score, motion }} moments={MOMENTS} />
        </>
      )}
    </div>
  );
};

export default HandScreen;
