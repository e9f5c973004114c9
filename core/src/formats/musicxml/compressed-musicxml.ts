/** The table of contents of a compressed score: where its one score lies. */
const CONTAINER = `<?xml version="1.0" encoding="UTF-8"?>
<container>
  <rootfiles>
    <rootfile full-path="score.musicxml" media-type="application/vnd.recordare.musicxml+xml"/>
  </rootfiles>
</container>
`;

/** What of a zip library packing needs: the bytes of a text, and files by name with how they are packed. */
export interface ZipTools {
  readonly strToU8: (text: string) => Uint8Array;
  readonly zipSync: (files: Record<string, [Uint8Array, { level: 0 | 6; mtime: Date }]>) => Uint8Array;
}

/** The oldest time a zip can hold: the same score is the same file whenever it is written. */
const MADE = new Date(1980, 0, 2);

/**
 * A compressed score (`.mxl`, MusicXML 4.0, “Compressed MXL files”): its kind first, stored as it is, so that it can be
 * told; then the contents, then the score.
 * @example
 * packMxl('<score-partwise/>', { strToU8: () => new Uint8Array(), zipSync: () => new Uint8Array([80]) }).length // => 1
 */
export const packMxl = (score: string, { strToU8, zipSync }: ZipTools): Uint8Array =>
  zipSync({
    mimetype: [strToU8('application/vnd.recordare.musicxml'), { level: 0, mtime: MADE }],
    'META-INF/container.xml': [strToU8(CONTAINER), { level: 6, mtime: MADE }],
    'score.musicxml': [strToU8(score), { level: 6, mtime: MADE }],
  });
