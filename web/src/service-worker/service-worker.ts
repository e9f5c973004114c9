import { clientsClaim } from 'workbox-core';
import { cleanupOutdatedCaches, createHandlerBoundToURL, precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';

/** The files of the application as they were built, put in by the build. */
declare const __WREN_FILES__: { readonly url: string; readonly revision: string | null }[];

// For the practice room alone: it registers this worker itself, and its scope ends there. The room opens without a
// connection; what happens in it is kept and sent by the room, not here.
void (self as unknown as { readonly skipWaiting: () => Promise<void> }).skipWaiting();
clientsClaim();
cleanupOutdatedCaches();
precacheAndRoute(__WREN_FILES__);
registerRoute(new NavigationRoute(createHandlerBoundToURL('/index.html'), { allowlist: [/^\/practice/] }));
