/** Signs the engraver writes in its own type of music, as anybody's type has them. */
const SIGNS: Readonly<Record<string, string>> = {
  '\uea63': '𝄫',
  '\uea64': '♭',
  '\uea65': '♮',
  '\uea66': '♯',
  '\uea67': '𝄪',
  '\ue260': '♭',
  '\ue261': '♮',
  '\ue262': '♯',
  '\ue263': '𝄪',
  '\ue264': '𝄫',
};

/** Size of type beside a sign in the engraver's type, as a share of that sign's. */
const TYPE_SHARE = 0.45;

/** A picture whose words need no type of music: accidentals of chord names are signs of usual type. */
export const withUsualSigns = (svg: string): string =>
  svg.replace(
    /<tspan font-family="Leipzig" font-size="(\d+)px">([^<]*)<\/tspan>/g,
    (whole, size: string, signs: string) =>
      [...signs].every((sign) => sign in SIGNS)
        ? `<tspan font-size="${Math.round(Number(size) * TYPE_SHARE)}px">${[...signs].map((sign) => SIGNS[sign]).join('')}</tspan>`
        : whole,
  );
