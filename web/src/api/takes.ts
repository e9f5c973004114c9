import {
  PRACTICE_LINK_HEADER,
  type CreateTakeRequest,
  type TakeListItem,
  type TakeResponse,
  type TakeUpload,
} from '@fleet-wren/contract';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { summariseTake, type TakeAssessment } from '@fleet-wren/core';
import { callApi, fetchOrThrow, retry } from './http-client.ts';

/** A take with what it is judged against, and what was said of it. */
export interface StoredTake extends Omit<TakeResponse, 'judgement'> {
  readonly judgement: TakeAssessment | null;
}

/** A take that is to be kept, with its sound. */
export interface NewTake extends Omit<CreateTakeRequest, 'mime' | 'bytes'> {
  readonly sound: Blob;
}

/** Whose takes it goes to: a student's of the signed-in studio, or those of whoever holds a link. */
export type TakeOwner =
  { readonly kind: 'student'; readonly id: string } | { readonly kind: 'room'; readonly token: string };

const KEY = ['takes'] as const;

export const useTakes = (studentId: string) =>
  useQuery({
    queryKey: [...KEY, 'of', studentId],
    queryFn: () => callApi('GET /students/:id/takes', { params: { id: studentId } }),
  });

export const useTake = (id: string | null) =>
  useQuery({
    queryKey: [...KEY, id],
    queryFn: async () => readTake(await callApi('GET /takes/:id', { params: { id: id ?? '' } })),
    enabled: id !== null,
    retry: false,
  });

/** The kind of a sound, without what the browser says of its packing. */
const mimeOf = ({ type }: Blob): CreateTakeRequest['mime'] => {
  const [kind = ''] = type.split(';');
  // What the server keeps no sound of, it refuses by itself.
  return (kind === 'audio/x-wav' || kind === 'audio/wave' ? 'audio/wav' : kind) as CreateTakeRequest['mime'];
};

const headersFor = (whose: TakeOwner): Record<string, string> =>
  whose.kind === 'room' ? { [PRACTICE_LINK_HEADER]: whose.token } : {};

/** Times a part is tried again before it is given up. */
const PART_RETRIES = 3;

const sendPart = async (whose: TakeOwner, { id, part }: TakeUpload, number: number, sound: Blob): Promise<void> => {
  await fetchOrThrow(`${whose.kind === 'room' ? '/practice/takes' : '/takes'}/${id}/parts/${number}`, {
    method: 'PUT',
    headers: { ...headersFor(whose), 'content-type': 'application/octet-stream' },
    body: sound.slice(number * part, (number + 1) * part, 'application/octet-stream'),
  });
};

const beginUpload = (whose: TakeOwner, body: CreateTakeRequest): Promise<TakeUpload> =>
  whose.kind === 'room'
    ? callApi('POST /practice/takes', { body, headers: headersFor(whose) })
    : callApi('POST /students/:id/takes', { params: { id: whose.id }, body });

/** Sends a take; asked again after it broke off, it goes on where it was. `told` hears how much has arrived, 0 to 1. */
export type ResumableUpload = (told: (share: number) => void) => Promise<TakeListItem>;

/** The sending of a take: first what it is, then its sound part by part. */
export const createResumableUpload = (whose: TakeOwner, { sound, ...about }: NewTake): ResumableUpload => {
  const body = { ...about, mime: mimeOf(sound), bytes: sound.size };
  let coming: TakeUpload | null = null;
  let sent = 0;
  return async (told) => {
    coming ??= await beginUpload(whose, body);
    const [own, count] = [coming, Math.ceil(sound.size / coming.part)];
    for (; sent < count; sent += 1) {
      told(sent / count);
      await retry(() => sendPart(whose, own, sent, sound), PART_RETRIES);
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
      await retry(async () => {
        const response = await fetchOrThrow(`/takes/${id}/sound`, { headers: { range } });
        return response.blob();
      }, PART_RETRIES),
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

const readTake = ({ judgement, ...take }: TakeResponse): StoredTake => ({
  ...take,
  judgement: judgement === null ? null : (JSON.parse(judgement) as TakeAssessment),
});

/** Writes down what was heard in a take. */
export const saveTakeAssessment = (id: string, judgement: TakeAssessment): Promise<unknown> =>
  callApi('PUT /takes/:id/judgement', {
    params: { id },
    body: {
      engine: judgement.engine,
      headline: summariseTake(judgement),
      judgement: rounded(judgement),
    },
  });

/** Forgets what lists of takes show, after something of them changed. */
export const useInvalidateTakes = () => {
  const client = useQueryClient();
  return useCallback(() => void client.invalidateQueries({ queryKey: KEY }), [client]);
};

export const useDeleteTake = () => {
  const changed = useInvalidateTakes();
  return useMutation({
    mutationFn: (id: string) => callApi('DELETE /takes/:id', { params: { id }, keepalive: true }),
    onSettled: changed,
  });
};
