import { lazy, useState, type ComponentType } from 'react';

interface ScreenFile {
  readonly default: ComponentType;
}

/**
 * A screen in a file of its own, loaded when it is first shown. What has come is drawn at once ever after: React keeps
 * whatever suspends, even for a moment, back for 300 ms.
 */
export const lazyScreen = (load: () => Promise<ScreenFile>): ComponentType => {
  let come: ComponentType | undefined;
  const Coming = lazy(async () => {
    const file = await load();
    come = file.default;
    return file;
  });
  return () => {
    const [Shown] = useState(() => come ?? Coming);
    return <Shown />;
  };
};
