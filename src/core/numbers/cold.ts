/**
 * Work has at least this long in a thread that has not done it before, while its code is still loaded and compiled: the
 * first drawing of a styled tag was seen to be broken off at 2 s on two busy cores.
 */
export const coldMs = 8000;
