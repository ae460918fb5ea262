/** http: what every route needs: problems in words, uploads, hints of parts to load, and answers that take long. */
export { hintsOf } from './hints';
export { TooLarge, sweepIncoming, withIncoming } from './incoming';
export { LongWorks } from './longWork';
export { Problem, basedOn, checked } from './problem';
export { againWhenBusy, answerProblems } from './failures';
export { ownHostOnly, securityHeaders, writesAreJson } from './guards';
