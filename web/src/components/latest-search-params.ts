/**
 * What the address asks for now. A change of it goes on from here: what is drawn may still be from before the last one,
 * and would take that back.
 */
export const latestSearchParams = (): URLSearchParams => new URLSearchParams(window.location.search);
