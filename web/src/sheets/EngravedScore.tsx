import { say, sayMessage, sayParts, sayProblem } from '@fleet-wren/wording';
import {
  describeLongBars,
  describeMeasures,
  maxStrokesPerSystem,
  findInexactBeats,
  exportMusicXml,
  shareOutMeasures,
  type Digit,
  type Score,
  type ScoreAnnotations,
} from '@fleet-wren/core';
import { useEffect, useMemo, useRef } from 'react';
import { useDynamicStyles } from '../components/useDynamicStyles.ts';
import { useEngravedSystems } from './useEngravedSystems.ts';
import type { PrintSettings } from './usePrintSettings.ts';

/** Pixels between the margins of each paper, upright and across. */
const WIDTHS: Readonly<Record<PrintSettings['size'], readonly [upright: number, across: number]>> = {
  A4: [695, 1024],
  letter: [718, 957],
};

const SCALES: Readonly<Record<PrintSettings['print'], number>> = { usual: 40, large: 58 };

const STYLES = /<style[^>]*>([\s\S]*?)<\/style>/g;

/** The rules that came inside a picture: styles are refused in markup, even while it is read. */
const rulesIn = (svg: string): string => [...svg.matchAll(STYLES)].map(([, rules]) => rules).join('\n');

/**
 * One system: a picture the engraver made, put into the page as what it is, so that its words can be found and copied.
 */
const System = ({ svg, label }: { readonly svg: string; readonly label: string }) => {
  const box = useRef<HTMLDivElement>(null);
  useDynamicStyles(useMemo(() => rulesIn(svg), [svg]));
  useEffect(() => {
    const { documentElement } = new DOMParser().parseFromString(svg.replace(STYLES, ''), 'image/svg+xml');
    documentElement.removeAttribute('height');
    documentElement.setAttribute('width', '100%');
    box.current?.replaceChildren(document.importNode(documentElement, true));
  }, [svg]);
  return <div ref={box} className="engraved-system" role="img" aria-label={label} />;
};

interface EngravedProps {
  readonly score: Score;
  readonly digits: readonly (Digit | null)[];
  readonly said?: ScoreAnnotations;
  readonly paper: PrintSettings;
}

/**
 * A score in notes and on strings, engraved: digits by the notes, counts below them; no system is broken over a page.
 */
export const EngravedScore = ({ score, digits, said, paper }: EngravedProps) => {
  const { size, print, across, counts, names: naming } = paper;
  const question = useMemo(() => {
    const room = { width: WIDTHS[size][across ? 1 : 0], scale: SCALES[print] };
    const most = maxStrokesPerSystem(room);
    const xml = exportMusicXml(score, digits, said, {
      showDigits: true,
      isOnSheet: true,
      counts,
      naming,
      maxStrokesPerSystem: most,
    });
    return { ...room, xml, most, broken: describeLongBars(score, most) };
  }, [score, digits, said, size, print, across, counts, naming]);
  const { systems, total, errorText } = useEngravedSystems(question);
  const { broken, most } = question;
  const measures = useMemo(
    () => describeMeasures(score, digits, said, most).map(sayParts),
    [score, digits, said, most],
  );
  const spoken = useMemo(() => shareOutMeasures(systems, measures), [systems, measures]);
  const unsaid = useMemo(() => findInexactBeats(score, digits), [score, digits]);
  if (errorText) return <p role="alert">{errorText}</p>;
  if (systems.length === 0) return <p className="engraving">{say('sheet.drawing-notation-more')}</p>;
  return (
    <div className="engraved">
      {unsaid.map((one) => (
        <p key={one.code} className="sheet-who">
          {sayProblem(one)}
        </p>
      ))}
      {broken && <p className="sheet-who">{sayMessage(broken)}</p>}
      {systems.map((svg, index) => (
        <System
          key={index}
          svg={svg}
          label={say('sheet.notation-line-of', {
            index: index + 1,
            of: total,
            music: (spoken[index] ?? []).join('. '),
          })}
        />
      ))}
      {systems.length < total && (
        <p className="engraving" role="status">
          {say('sheet.drawing-notation-of-lines', { systemsCount: systems.length, of: total })}
        </p>
      )}
    </div>
  );
};
