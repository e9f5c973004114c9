import { useEffect, useState } from 'react';
import { wordsOf } from '../api/api-error.ts';
import { engravingWorker } from '../workers/workers.ts';

/** A score to be engraved, at a width in pixels and a size in per cent. */
export interface EngravingRequest {
  readonly xml: string;
  readonly width: number;
  readonly scale: number;
}

/** The systems there are so far, how many there will be, and why there are no more. */
export interface EngravingProgress {
  readonly systems: readonly string[];
  readonly total: number;
  readonly errorText?: string;
}

/** Systems that are asked for at once: the first page, then what is quick enough to see it grow. */
const AT_ONCE = { first: 6, then: 8 } as const;

/** The systems of a score as they are ready; those of the score before stay until the first of the next are there. */
export const useEngravedSystems = (question: EngravingRequest): EngravingProgress => {
  const [known, setKnown] = useState<EngravingProgress>({ systems: [], total: 0 });
  useEffect(() => {
    const call = new AbortController();
    const { xml, ...how } = question;
    const askFrom = async (before: readonly string[]): Promise<void> => {
      const most = before.length === 0 ? AT_ONCE.first : AT_ONCE.then;
      const args = [xml, how, before.length, most] as const;
      const { systems, total } = await engravingWorker.request('engrave', [...args], { signal: call.signal });
      if (call.signal.aborted) return;
      const all = [...before, ...systems];
      setKnown({ systems: all, total });
      if (systems.length > 0 && all.length < total) await askFrom(all);
    };
    askFrom([]).catch((error: unknown) => {
      if (!call.signal.aborted) setKnown({ systems: [], total: 0, errorText: wordsOf(error) });
    });
    return () => call.abort();
  }, [question]);
  return known;
};
