/** schema: Zod, set up for pages that forbid building functions from text. Every schema takes it from here. */
import { z } from 'zod';

z.config({ jitless: true });

export { z };
