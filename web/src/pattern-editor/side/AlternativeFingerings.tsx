import { say, sayMessage } from '@fleet-wren/wording';
import {
  digitSymbol,
  type AlternativeFingering,
  type Digit,
  type AnyPatternEdit,
  type Pattern,
} from '@fleet-wren/core';
import { useState } from 'react';
import { getDigitColour } from '../../components/stroke-symbol/symbol-shapes.ts';
import { usePatternEditor, usePatternEditorStore } from '../../workspace/pattern-editor-context.ts';
import type { AnalysedPattern } from '../../components/analysed-pattern.ts';
import { useAlternativeFingerings } from '../../components/pattern-editor/usePatternAnalysis.ts';

/** Digits shown of a long fingering: enough to tell it from another. */
const SHOWN = 24;

const Digits = ({
  pattern,
  digits,
}: {
  readonly pattern: Pattern;
  readonly digits: AlternativeFingering['digits'];
}) => (
  <span className="digits-line">
    {pattern.strokes.slice(0, SHOWN).map(({ id }) => {
      const digit: Digit | null = digits[id] ?? null;
      return (
        <b key={id} style={{ color: getDigitColour(digit) }}>
          {digit ? digitSymbol(digit) : '·'}
        </b>
      );
    })}
    {pattern.strokes.length > SHOWN && '…'}
  </span>
);

/** The edit that pins a fingering down wherever it differs from those that would come before it. */
const pinning = (
  pattern: Pattern,
  before: readonly AlternativeFingering[],
  wanted: AlternativeFingering,
): AnyPatternEdit => ({
  kind: 'put',
  strokes: pattern.strokes.flatMap((stroke) => {
    const digit = wanted.digits[stroke.id];
    return digit && before.some((one) => one.digits[stroke.id] !== digit) ? [{ ...stroke, pin: digit }] : [];
  }),
});

/** The best few fingerings, each with what it trades against the best; one click pins one down. */
export const AlternativeFingerings = ({ judged }: { readonly judged: AnalysedPattern | null }) => {
  const [open, setOpen] = useState(false);
  const { applyEdit } = usePatternEditorStore().getState();
  const pattern = usePatternEditor((state) => state.document);
  const found = useAlternativeFingerings(judged, open);
  const [best, ...others] = found ?? [];
  const current = judged?.pattern === pattern;
  return (
    <section aria-label={say('bench.other-fingerings')}>
      <h2>
        <button type="button" className="fold" aria-expanded={open} onClick={() => setOpen(!open)}>
          {say('bench.other-fingerings')}
        </button>
      </h2>
      {open && best && current && others.length === 0 && (
        <p className="text-soft">{say('bench.no-other-fingering-fits-this-school')}</p>
      )}
      {open && best && current && (
        <ul className="plain-list alternatives">
          {others.map((other, index) => (
            <li key={Object.values(other.digits).join()}>
              <button
                type="button"
                onClick={() => applyEdit(pinning(pattern, [best, ...others.slice(0, index)], other))}
                title={say('bench.use-this-fingering-and-pin-its')}
              >
                <Digits pattern={pattern} digits={other.digits} />
                <span className="trade">{sayMessage(other.tradeOff)}</span>
              </button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
};
