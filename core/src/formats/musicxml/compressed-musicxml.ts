/** The table of contents of a compressed score: where its one score lies. */
const CONTAINER = `<?xml version="1.0" encoding="UTF-8"?>
<container>
  <rootfiles>
    <rootfile full-path="score.musicxml" media-type="application/vnd.recordare.musicxml+xml"/>
  </rootfiles>
</container>
`;

/**
 * The files of a compressed score (`.mxl`, MusicXML 4.0, “Compressed MXL files”), to be packed as a zip in this order;
 * the first is stored as it is, so that the kind of file can be told.
 * @example
 * Object.keys(listMxlEntries('<score-partwise/>')).length // => 3
 */
export const listMxlEntries = (score: string): Readonly<Record<string, string>> => ({
  mimetype: 'application/vnd.recordare.musicxml',
  'META-INF/container.xml': CONTAINER,
  'score.musicxml': score,
});
