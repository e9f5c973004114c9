import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { summariseTake, type HandProfile, type Message, type Pattern, type TakeAssessment } from '@fleet-wren/core';
import { ApiError, requestJson, fetchOrThrow } from './http-client.ts';

/** A take that is kept, as a list shows it. */
export interface TakeListItem {
  readonly id: string;
  readonly studentId: string;
  readonly assignment: string | null;
  readonly name: string;
  readonly mime: string;
  readonly bytes: number;
  readonly by: 'teacher' | 'student';
  readonly engine: number | null;
  readonly headline: Message | null;
  readonly createdAt: string;
  readonly completeAt: string | null;
}

/** A take with what it is judged against, and what was said of it. */
export interface StoredTake extends TakeListItem {
  readonly pattern: Pattern;
  readonly hand: HandProfile | null;
  readonly judgement: TakeAssessment | null;
  readonly earlier: readonly { readonly engine: number; readonly headline: Message }[];
}

interface Coming extends TakeListItem {
  readonly part: number;
  readonly parts: readonly number[];
}

/** A take that is to be kept. */
export interface CreateTakeRequest {
  readonly name: string;
  readonly assignment: string | null;
  readonly pattern: Pattern;
  readonly hand?: HandProfile;
  readonly sound: Blob;
}

/** Whose takes it goes to: a student's of the signed-in studio, or those of whoever holds a link. */
export type TakeOwner =
  { readonly kind: 'student'; readonly id: string } | { readonly kind: 'room'; readonly token: string };

const KEY = ['takes'] as const;

export const useTakes = (studentId: string) =>
  useQuery({
    queryKey: [...KEY, 'of', studentId],
    queryFn: () => requestJson<readonly TakeListItem[]>('GET', `/students/${studentId}/takes`),
  });

export const useTake = (id: string) =>
  useQuery({
    queryKey: [...KEY, id],
    queryFn: async () => readTake(await requestJson<Answered>('GET', `/takes/${id}`)),
    retry: false,
  });

/** Tries of a part before it is given up, and milliseconds between them. */
const TRIES = { most: 4, wait: 1500 } as const;

const isPassing = (error: unknown): boolean => error instanceof ApiError && error.code === 'unavailable';

/** Tries again what may go through later; what is refused is refused. */
const patiently = async <T>(work: () => Promise<T>): Promise<T> => {
  for (let tried = 1; ; tried += 1)
    try {
      return await work();
    } catch (error) {
      if (tried === TRIES.most || !isPassing(error)) throw error;
      await new Promise((resolve) => setTimeout(resolve, TRIES.wait));
    }
};

/** The kind of a sound, without what the browser says of its packing. */
const mimeOf = ({ type }: Blob): string => {
  const [kind = ''] = type.split(';');
  return kind === 'audio/x-wav' || kind === 'audio/wave' ? 'audio/wav' : kind;
};

const headersFor = (whose: TakeOwner): Record<string, string> =>
  whose.kind === 'room' ? { 'x-practice-link': whose.token } : {};

const sendPart = async (whose: TakeOwner, { id, part }: Coming, number: number, sound: Blob): Promise<void> => {
  await fetchOrThrow(`${whose.kind === 'room' ? '/practice/takes' : '/takes'}/${id}/parts/${number}`, {
    method: 'PUT',
    headers: { ...headersFor(whose), 'content-type': 'application/octet-stream' },
    body: sound.slice(number * part, (number + 1) * part, 'application/octet-stream'),
  });
};

/** Sends a take; asked again after it broke off, it goes on where it was. `told` hears how much has arrived, 0 to 1. */
export type ResumableUpload = (told: (share: number) => void) => Promise<TakeListItem>;

/** The sending of a take: first what it is, then its sound part by part. */
export const createResumableUpload = (whose: TakeOwner, { sound, ...about }: CreateTakeRequest): ResumableUpload => {
  const path = whose.kind === 'room' ? '/practice/takes' : `/students/${whose.id}/takes`;
  const form = { ...about, mime: mimeOf(sound), bytes: sound.size };
  const headers = { ...headersFor(whose), 'content-type': 'application/json' };
  let coming: Coming | null = null;
  let sent = 0;
  return async (told) => {
    coming ??= await requestJson<Coming>('POST', path, form, { headers });
    const [own, count] = [coming, Math.ceil(sound.size / coming.part)];
    for (; sent < count; sent += 1) {
      told(sent / count);
      await patiently(() => sendPart(whose, own, sent, sound));
    }
    return own;
  };
};

/** Bytes of a sound that are fetched at a time. */
const STRETCH = 1_000_000;

/** The sound of a take, stretch by stretch; what broke off goes on where it was. */
export const fetchTakeAudio = async (
  { id, bytes, mime }: TakeListItem,
  told: (share: number) => void,
): Promise<Blob> => {
  const pieces: Blob[] = [];
  for (let from = 0; from < bytes; from += STRETCH) {
    const range = `bytes=${from}-${Math.min(bytes, from + STRETCH) - 1}`;
    pieces.push(
      await patiently(async () => {
        const response = await fetchOrThrow(`/takes/${id}/sound`, { headers: { range } });
        return response.blob();
      }),
    );
    told(Math.min(1, (from + STRETCH) / bytes));
  }
  return new Blob(pieces, { type: mime });
};

/** What is kept of a judgement: times to a tenth of a millisecond are plenty. */
const rounded = (judgement: TakeAssessment): string =>
  JSON.stringify(judgement, (_key, value: unknown) =>
    typeof value === 'number' ? Math.round(value * 10_000) / 10_000 : value,
  );

type Answered = Omit<StoredTake, 'judgement'> & { readonly judgement: string | null };

const readTake = ({ judgement, ...take }: Answered): StoredTake => ({
  ...take,
  judgement: judgement === null ? null : (JSON.parse(judgement) as TakeAssessment),
});

/** Writes down what was heard in a take. */
export const saveTakeAssessment = (id: string, judgement: TakeAssessment): Promise<unknown> =>
  requestJson('PUT', `/takes/${id}/judgement`, {
    engine: judgement.engine,
    headline: summariseTake(judgement),
    judgement: rounded(judgement),
  });

/** Forgets what lists of takes show, after something of them changed. */
export const useInvalidateTakes = () => {
  const client = useQueryClient();
  return useCallback(() => void client.invalidateQueries({ queryKey: KEY }), [client]);
};

export const useDeleteTake = () => {
  const changed = useInvalidateTakes();
  return useMutation({ mutationFn: (id: string) => requestJson<void>('DELETE', `/takes/${id}`), onSettled: changed });
};
