import type { Plugin, Rolldown } from 'vite';

type Imports = ReadonlyMap<string, readonly string[]>;

/** A way from a file back to itself along its imports. */
const findCircle = (imports: Imports): readonly string[] | undefined => {
  const isDone = new Set<string>();
  const visit = (file: string, way: readonly string[]): readonly string[] | undefined => {
    if (way.includes(file)) return [...way.slice(way.indexOf(file)), file];
    if (isDone.has(file)) return undefined;
    isDone.add(file);
    for (const next of imports.get(file) ?? []) {
      const circle = visit(next, [...way, file]);
      if (circle) return circle;
    }
    return undefined;
  };
  for (const file of imports.keys()) {
    const circle = visit(file, []);
    if (circle) return circle;
  }
  return undefined;
};

/**
 * Fails the build where files of script import each other in a circle: one of them then runs before what it needs is
 * there, and a whole screen fails though no source file has a circle.
 */
export const refuseCircularChunks = (): Plugin => ({
  name: 'refuse-circular-chunks',
  generateBundle(_options: unknown, bundle: Rolldown.OutputBundle) {
    const chunks = Object.values(bundle).filter((file) => file.type === 'chunk');
    const circle = findCircle(new Map(chunks.map((chunk) => [chunk.fileName, chunk.imports])));
    if (circle) this.error(`files of script import each other in a circle: ${circle.join(' → ')}`);
  },
});
