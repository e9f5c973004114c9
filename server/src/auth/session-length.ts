/** How long a session lasts, in milliseconds. */
export const SESSION_LENGTH = 30 * 24 * 3600 * 1000;
