/** Patterns for the names of files: in the database, and as routes. */
import express from 'express';
import { unknownFields } from '../../core/output';
import { namePatternSchema, type NamePattern } from '../../wire';
import { writing, type Db } from '../db';
import { checked } from '../http';

export interface NamePatternStore {
  list(): NamePattern[];
  /** In the place of the one that the collection has. */
  keep(pattern: NamePattern): void;
}

export function namePatternStore(db: Db): NamePatternStore {
  const selectAll = db.prepare<[], NamePattern>(
    'SELECT collection, pattern FROM name_patterns ORDER BY collection COLLATE NOCASE',
  );
  const upsert = db.prepare(
    `INSERT INTO name_patterns (collection, pattern) VALUES (?, ?)
     ON CONFLICT (collection) DO UPDATE SET pattern = excluded.pattern`,
  );
  return {
    list: () => selectAll.all(),
    keep: writing(db, ({ collection, pattern }: NamePattern) => {
      upsert.run(collection, pattern);
    }),
  };
}

/** What can be kept. Fields are checked here and not in the schema: every page loads that, and would load the writers with it. */
const usablePatternSchema = namePatternSchema.refine(
  ({ pattern }) => unknownFields(pattern).length === 0,
  'The pattern names a field that there is none of.',
);

export function namePatternRoutes(patterns: NamePatternStore): express.Router {
  const routes = express.Router();
  routes.get('/', (_request, response) => {
    response.json({ patterns: patterns.list() });
  });
  routes.put('/', (request, response) => {
    patterns.keep(checked(usablePatternSchema, request.body));
    response.status(204).end();
  });
  return routes;
}
