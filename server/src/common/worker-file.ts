/** The compiled file of a worker; where the sources run as they are, as in tests, it is the one that was built. */
export const workerFile = (path: string): string => {
  const fromSource = import.meta.url.endsWith('.ts');
  return new URL(`${fromSource ? '../../dist' : '..'}/${path}.js`, import.meta.url).href;
};
