import { say } from '@fleet-wren/wording';
const BROWSERS: readonly (readonly [RegExp, string])[] = [
  [/Edg\//, 'Edge'],
  [/Firefox\//, 'Firefox'],
  [/Chrom(e|ium)\//, 'Chromium'],
  [/Safari\//, 'Safari'],
];

const SYSTEMS: readonly (readonly [RegExp, string])[] = [
  [/iPhone|iPad/, 'iOS'],
  [/Android/, 'Android'],
  [/Windows/, 'Windows'],
  [/Mac OS X/, 'macOS'],
  [/Linux/, 'Linux'],
];

const named = (names: readonly (readonly [RegExp, string])[], text: string): string | undefined =>
  names.find(([sign]) => sign.test(text))?.[1];

/** What a browser calls itself, in a teacher's words. */
export const formatUserAgent = (agent: string): string => {
  const [browser, system] = [named(BROWSERS, agent), named(SYSTEMS, agent)];
  if (browser && system) return say('settings.on', { browser, system });
  return browser ?? system ?? (agent.slice(0, 40) || say('settings.unknown-device'));
};
