/**
 * What the server of Binarus stands beside under load: bare Express in a process of its own, which sends the same bytes, and inserts one
 * line a request into a database that writes as safely. Arguments: files with the bytes of a job and of a page. Prints its port.
 */
import Database from 'better-sqlite3';
import express from 'express';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const [job, page] = process.argv.slice(2).map((path) => readFileSync(path, 'utf8'));
const folder = mkdtempSync(join(tmpdir(), 'binarus-bare-'));
const db = new Database(join(folder, 'bare.sqlite'));
db.pragma('journal_mode = WAL');
db.pragma('synchronous = FULL');
db.exec('CREATE TABLE lines (id INTEGER PRIMARY KEY, document TEXT NOT NULL)');
const insert = db.prepare('INSERT INTO lines (document) VALUES (?)');

const app = express();
app.get('/job', (_request, response) => void response.type('json').send(job));
app.get('/page', (_request, response) => void response.type('json').send(page));
app.post('/insert', express.json({ limit: '1mb' }), (request, response) => {
  insert.run(JSON.stringify(request.body));
  response.type('json').send(job);
});
const server = app.listen(0, '127.0.0.1', () =>
  process.stdout.write(`${(server.address() as AddressInfo).port}\n`),
);
process.on('SIGTERM', () => {
  db.close();
  rmSync(folder, { recursive: true, force: true });
  process.exit(0);
});
