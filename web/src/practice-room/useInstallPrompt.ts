import { useEffect, useState } from 'react';

/** What browsers that install pages send before they would ask; no standard type knows it. */
interface InstallPromptEvent extends Event {
  readonly prompt: () => Promise<unknown>;
}

/** Names the room's manifest while it is open: the studio's own pages are not what a student installs. */
const linkManifest = (): (() => void) => {
  const link = Object.assign(document.createElement('link'), { rel: 'manifest', href: '/practice.webmanifest' });
  const icon = Object.assign(document.createElement('link'), { rel: 'apple-touch-icon', href: '/wren-192.png' });
  document.head.append(link, icon);
  return () => [link, icon].forEach((one) => one.remove());
};

/** Installs the practice room as an app; null where the browser does not offer it, or it is installed. */
export const useInstallPrompt = (): (() => void) | null => {
  const [offer, setOffer] = useState<InstallPromptEvent | null>(null);
  useEffect(linkManifest, []);
  useEffect(() => {
    const keep = (event: Event): void => {
      event.preventDefault();
      setOffer(event as InstallPromptEvent);
    };
    const done = (): void => setOffer(null);
    window.addEventListener('beforeinstallprompt', keep);
    window.addEventListener('appinstalled', done);
    return () => {
      window.removeEventListener('beforeinstallprompt', keep);
      window.removeEventListener('appinstalled', done);
    };
  }, []);
  return offer && (() => void offer.prompt().finally(() => setOffer(null)));
};
