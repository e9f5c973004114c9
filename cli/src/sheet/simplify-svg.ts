/** Where a group that begins at a place ends: after the closing tag that belongs to it. */
const endOfGroup = (svg: string, from: number): number => {
  let depth = 0;
  const tags = /<g\b[^>]*?(\/?)>|<\/g>/g;
  tags.lastIndex = from;
  for (let tag = tags.exec(svg); tag; tag = tags.exec(svg)) {
    if (tag[0] === '</g>') depth -= 1;
    else if (tag[1] !== '/') depth += 1;
    if (depth === 0) return tags.lastIndex;
  }
  return svg.length;
};

/** Without the groups of a class: stems and flags on the strings, where the staff says how long notes are. */
const withoutGroups = (svg: string, name: string): string => {
  const begins = new RegExp(`<g\\b[^>]*class="${name}"[^>]*>`, 'g');
  let [kept, from] = ['', 0];
  for (let group = begins.exec(svg); group; group = begins.exec(svg)) {
    kept += svg.slice(from, group.index);
    from = endOfGroup(svg, group.index);
    begins.lastIndex = from;
  }
  return kept + svg.slice(from);
};

/** What a style sheet inside the picture says, said at the things themselves: not every reader of pictures reads it. */
const BOLD = ['fing', 'reh'] as const;

/** A picture of notation as any reader of pictures draws it. */
export const simplifySvg = (svg: string): string => {
  const bold = BOLD.reduce(
    (text, name) => text.replaceAll(`class="${name}"`, `class="${name}" font-weight="bold"`),
    withoutGroups(svg, 'tabDurSym'),
  );
  return bold.replace(
    /<(path|rect|polygon|polyline|ellipse)\b([^>]*?)stroke-width=/g,
    '<$1 stroke="#000"$2stroke-width=',
  );
};
