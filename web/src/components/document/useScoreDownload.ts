import { sayLabel, sayProblems } from '@fleet-wren/wording';
import {
  exportAbc,
  exportLilypond,
  packMxl,
  exportMidi,
  exportMusicXml,
  exportTab,
  listUnsupportedFeatures,
  resolveSchoolOrThrow,
  type Digit,
  type ExportFormat,
  type MidiOptions,
  type Pattern,
  type Score,
} from '@fleet-wren/core';
import { wordsOf } from '../../api/api-error.ts';
import { engravingWorker } from '../../workers/workers.ts';
import { downloadFile } from '../download.ts';
import { useToast } from '../toast/ToastProvider.tsx';

type Annotations = Parameters<typeof exportMidi>[1];

/** Music as it is written to a file: flat, with the digits that play it, and what is said of it. */
export interface ScoreFile {
  readonly name: string;
  readonly score: Score;
  readonly pattern: Pattern;
  readonly digits: readonly (Digit | null)[];
  readonly annotations?: Annotations;
}

type MidiFile = Pick<ScoreFile, 'name' | 'score' | 'annotations'>;

/** Downloads music in the formats of others, and says what a format could not hold. */
export const useScoreDownload = () => {
  const notice = useToast();
  const done = ({ score, annotations }: Pick<MidiFile, 'score' | 'annotations'>, format: ExportFormat): void => {
    const left = listUnsupportedFeatures(score, format, annotations);
    if (left.length > 0) notice({ text: sayProblems(left) });
  };
  return {
    midi: ({ name, score, annotations }: MidiFile, options?: MidiOptions): void => {
      downloadFile(`${name}.mid`, Uint8Array.from(exportMidi(score, annotations, options)), 'audio/midi');
      done({ score, annotations }, 'midi');
    },
    tab: ({ name, score, pattern, digits, annotations }: ScoreFile): void => {
      const text = exportTab(score, digits, sayLabel(resolveSchoolOrThrow(pattern).name), annotations);
      downloadFile(`${name}.txt`, text, 'text/plain;charset=utf-8');
      done({ score, annotations }, 'tab');
    },
    musicXml: ({ name, score, digits, annotations }: ScoreFile): void => {
      const text = exportMusicXml(score, digits, annotations);
      downloadFile(`${name}.musicxml`, text, 'application/vnd.recordare.musicxml+xml');
      done({ score, annotations }, 'musicxml');
    },
    mxl: async ({ name, score, digits, annotations }: ScoreFile): Promise<void> => {
      const bytes = packMxl(exportMusicXml(score, digits, annotations), await import('fflate'));
      downloadFile(`${name}.mxl`, Uint8Array.from(bytes), 'application/vnd.recordare.musicxml');
      done({ score, annotations }, 'musicxml');
    },
    mei: async ({ name, score, digits, annotations }: ScoreFile): Promise<void> => {
      try {
        // The engraver knows fingers as fingering, and as nothing else.
        const source = exportMusicXml(score, digits, annotations, { showDigits: true });
        const text = await engravingWorker.request('convertToMei', [source]);
        downloadFile(`${name}.mei`, text, 'application/mei+xml;charset=utf-8');
        done({ score, annotations }, 'musicxml');
      } catch (error) {
        notice({ text: wordsOf(error) });
      }
    },
    lilypond: ({ name, score, digits, annotations }: ScoreFile): void => {
      downloadFile(`${name}.ly`, exportLilypond(score, digits, annotations), 'text/plain;charset=utf-8');
      done({ score, annotations }, 'lilypond');
    },
    abc: ({ name, score, digits, annotations }: ScoreFile): void => {
      downloadFile(`${name}.abc`, exportAbc(score, digits, annotations), 'text/vnd.abc;charset=utf-8');
      done({ score, annotations }, 'abc');
    },
  };
};
