import { say, sayMessage } from '@fleet-wren/wording';
import {
  createSeededRandom,
  createTouchQuiz,
  nodeInterval,
  type HarmonicNode,
  type Instrument,
  type TouchQuestion,
  type Voicing,
} from '@fleet-wren/core';
import { useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { Dialog } from '../components/dialog/Dialog.tsx';
import { chordWords } from '../components/chords/chord-text.ts';
import { ChordDiagram } from '../components/chord-diagram/ChordDiagram.tsx';
import { TouchQuizScore } from './TouchQuizScore.tsx';

const QUESTIONS = 10;

/** A choice that was made, and when it was over. */
interface Given {
  readonly fret: number;
  readonly right: boolean;
}

interface QuestionProps {
  readonly question: TouchQuestion;
  readonly node: HarmonicNode;
  readonly given: Given | undefined;
  readonly answer: (fret: number) => void;
}

const choiceClass = (fret: number, { answer }: TouchQuestion, given: Given | undefined): string => {
  if (!given) return 'quiz-choice';
  if (fret === answer) return 'quiz-choice quiz-right';
  return fret === given.fret ? 'quiz-choice quiz-wrong' : 'quiz-choice';
};

const Question = ({ question, node, given, answer }: QuestionProps) => (
  <div className="quiz-question">
    <div className="quiz-shape">
      <ChordDiagram voicing={question.voicing} />
      <span>{chordWords(question.voicing.chord)}</span>
    </div>
    <p className="quiz-ask">{say('chords.quiz-where', { string: question.string })}</p>
    <div className="quiz-choices" role="group" aria-label={say('chords.quiz-frets')}>
      {question.choices.map((fret) => (
        <button
          key={fret}
          type="button"
          className={choiceClass(fret, question, given)}
          disabled={given !== undefined}
          onClick={() => answer(fret)}
        >
          {fret}
        </button>
      ))}
    </div>
    <p className="quiz-said" aria-live="polite">
      {given &&
        say(given.right ? 'chords.quiz-right' : 'chords.quiz-wrong', {
          stopped: question.stoppedFret,
          above: node.frets,
          fret: question.answer,
        })}
    </p>
  </div>
);

interface QuizProps {
  readonly instrument: Instrument;
  readonly voicings: readonly Voicing[];
  readonly node: HarmonicNode;
  readonly hide: () => void;
}

/** “Where is it touched?”: ten questions about some shapes, and a score that can go to a student's log. */
export const TouchQuiz = ({ instrument, voicings, node, hide }: QuizProps) => {
  const [round, setRound] = useState(() => Date.now());
  const [began, setBegan] = useState(() => Date.now());
  const [seconds, setSeconds] = useState(0);
  const [given, setGiven] = useState<readonly Given[]>([]);
  const [at, setAt] = useState(0);
  const [questions, setQuestions] = useState(() =>
    createTouchQuiz(instrument, voicings, { node, count: QUESTIONS }, createSeededRandom(round)),
  );
  const question = questions[at];
  const answer = (fret: number): void => {
    if (!question) return;
    setGiven([...given, { fret, right: fret === question.answer }]);
    setSeconds(Math.round((Date.now() - began) / 1000));
  };
  const again = (): void => {
    const seed = round + 1;
    setRound(seed);
    setQuestions(createTouchQuiz(instrument, voicings, { node, count: QUESTIONS }, createSeededRandom(seed)));
    setGiven([]);
    setAt(0);
    setBegan(Date.now());
  };
  const right = given.filter((one) => one.right).length;
  return (
    <Dialog title={say('chords.quiz-title')} hide={hide}>
      <Modal.Body className="quiz">
        <p className="text-soft">
          {say('chords.quiz-node', { frets: node.frets, name: sayMessage(nodeInterval(node)) })}
          {question && ` · ${say('chords.quiz-count', { at: at + 1, of: questions.length })}`}
        </p>
        {questions.length === 0 && <p>{say('chords.quiz-none')}</p>}
        {question && <Question question={question} node={node} given={given[at]} answer={answer} />}
        {!question && questions.length > 0 && (
          <TouchQuizScore right={right} of={questions.length} seconds={seconds} node={node} />
        )}
      </Modal.Body>
      <Modal.Footer>
        {question && given[at] && (
          <Button autoFocus onClick={() => setAt(at + 1)}>
            {at + 1 < questions.length ? say('chords.quiz-next') : say('chords.quiz-score')}
          </Button>
        )}
        {!question && <Button onClick={again}>{say('chords.quiz-again')}</Button>}
      </Modal.Footer>
    </Dialog>
  );
};
