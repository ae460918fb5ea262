/**
 * schema: Zod, set up for pages, which forbid building functions from text; a program without a page checks faster with them. Every schema
 * takes it from here.
 */
import { z } from 'zod';

z.config({ jitless: 'document' in globalThis || 'WorkerGlobalScope' in globalThis });

export { z };
