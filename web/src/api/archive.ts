import { failureOf } from './client.ts';

/** How many rows came back from an archive. */
export interface ReadBack {
  readonly students: number;
  readonly documents: number;
  readonly document_versions: number;
}

const parsed = (text: string): unknown => {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
};

/** Sends an archive to be read back, telling how much of it is on its way, 0 to 1. */
export const readArchive = (file: File, progress: (share: number) => void): Promise<ReadBack> =>
  new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open('POST', '/api/archive');
    request.setRequestHeader('content-type', 'application/x-ndjson');
    request.upload.onprogress = ({ loaded, total }) => progress(total > 0 ? loaded / total : 1);
    request.onload = () => {
      const answer = parsed(request.responseText);
      if (request.status < 400) resolve(answer as ReadBack);
      else reject(failureOf(answer));
    };
    request.onerror = () => reject(failureOf(undefined));
    request.send(file);
  });
