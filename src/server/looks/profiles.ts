/** The owner's own profiles: in the database, and as routes. */
import { randomUUID } from 'node:crypto';
import express from 'express';
import { valuesOf } from '../../core/plan';
import {
  addProfileSchema,
  documentKinds,
  profileIdSchema,
  saveProfileSchema,
  type Profile,
  type SaveProfile,
} from '../../wire';
import { writing, type Db } from '../db';
import { basedOn, checked, Problem } from '../http';

export interface ProfileStore {
  list(): Profile[];
  /** The one that was added under the same id before is given back as it is. */
  add(profile: SaveProfile, id?: string): Profile | 'taken';
  /** With an id that it has from elsewhere. */
  takeIn(id: string, profile: SaveProfile): Profile | 'taken';
  /** Undefined when there is none; left as it was where it was not saved at that moment last; `*` is whatever is there. */
  change(id: string, profile: SaveProfile, savedAt: string): Profile | 'taken' | 'newer' | undefined;
  /** False when there is none. */
  remove(id: string): boolean;
}

interface Row {
  id: string;
  name: string;
  note: string;
  basedOn: string;
  pair: string;
  savedAt: string;
}

export function profileStore(db: Db): ProfileStore {
  const columns = 'id, name, note, based_on AS basedOn, pair, saved_at AS savedAt';
  const selectAll = db.prepare<[], Row>(`SELECT ${columns} FROM profiles ORDER BY name COLLATE NOCASE`);
  const selectOne = db.prepare<[string], Row>(`SELECT ${columns} FROM profiles WHERE id = ?`);
  const named = db.prepare<[string], { id: string }>('SELECT id FROM profiles WHERE name = ?');
  const upsert = db.prepare(
    `INSERT INTO profiles (id, name, note, based_on, pair, saved_at) VALUES (?, ?, ?, ?, ?, ?)
     ON CONFLICT (id) DO UPDATE SET name = excluded.name, note = excluded.note,
       based_on = excluded.based_on, pair = excluded.pair, saved_at = excluded.saved_at`,
  );
  const savedAtOf = db.prepare<[string], string>('SELECT saved_at FROM profiles WHERE id = ?').pluck();
  const remove = db.prepare('DELETE FROM profiles WHERE id = ?');

  function keep(id: string, profile: SaveProfile): Profile | 'taken' {
    const other = named.get(profile.name);
    if (other !== undefined && other.id !== id) return 'taken';
    const pair = valuesOf({ ...profile.pair, profile: id });
    const savedAt = new Date().toISOString();
    upsert.run(id, profile.name, profile.note, profile.basedOn, JSON.stringify(pair), savedAt);
    return { ...profile, id, pair, savedAt };
  }
  const keptNow = (id: string): Profile | null => {
    const row = selectOne.get(id);
    return row === undefined ? null : profileOf(row);
  };
  return {
    // One that cannot be read is left where it is, and the others are listed.
    list: () => selectAll.all().flatMap((row) => profileOf(row) ?? []),
    add: writing(db, (profile: SaveProfile, id: string = randomUUID()) => keptNow(id) ?? keep(id, profile)),
    takeIn: writing(db, keep),
    change: writing(db, (id: string, profile: SaveProfile, savedAt: string) => {
      const before = savedAtOf.get(id);
      if (before === undefined) return undefined;
      if (savedAt === '*' || savedAt === before) return keep(id, profile);
      // What is there already was sent again because its answer was lost.
      const now = keptNow(id);
      return now !== null && isSame(now, profile) ? now : 'newer';
    }),
    remove: writing(db, (id: string) => remove.run(id).changes === 1),
  };
}

/** Null for one that cannot be read. */
function profileOf({ pair, ...row }: Row): Profile | null {
  const read = documentKinds.profile.readText(pair);
  return 'document' in read ? { ...row, pair: read.document } : null;
}

/** Whether a profile says what it says already. */
function isSame(kept: Profile, { name, note, basedOn, pair }: SaveProfile): boolean {
  const texts = [kept, { name, note, basedOn, pair: { ...pair, profile: kept.id } }].map((profileFields) =>
    JSON.stringify([
      profileFields.name,
      profileFields.note,
      profileFields.basedOn,
      valuesOf(profileFields.pair),
    ]),
  );
  return texts[0] === texts[1];
}

export function profileRoutes(store: ProfileStore): express.Router {
  const routes = express.Router();
  const gone = (): Problem => new Problem(404, 'There is no such profile. It may have been deleted.');
  const kept = (saved: Profile | 'taken' | 'newer' | undefined): Profile => {
    if (saved === undefined) throw gone();
    if (saved === 'taken') throw new Problem(409, 'Another profile has this name.');
    if (saved === 'newer') throw new Problem(412, 'Another window changed this profile meanwhile.');
    return saved;
  };
  routes.get('/', (_request, response) => {
    response.json({ profiles: store.list() });
  });
  routes.post('/', (request, response) => {
    const { id, ...profile } = checked(addProfileSchema, request.body);
    response.status(201).json(kept(store.add(profile, id)));
  });
  routes.put('/:id', (request, response) => {
    const id = checked(profileIdSchema, request.params.id);
    // Its tag is when it was saved.
    response.json(kept(store.change(id, checked(saveProfileSchema, request.body), basedOn(request.headers))));
  });
  routes.delete('/:id', (request, response) => {
    if (!store.remove(checked(profileIdSchema, request.params.id))) throw gone();
    response.status(204).end();
  });
  return routes;
}
