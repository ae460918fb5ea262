/**
 * `npm run deliberate-faults`: makes small faults, one at a time, and lists those that no test sees.
 *
 *   npm run deliberate-faults -- [--rooms core/symbol,core/plan,…] [--each 25] [--seed 1] [--minutes 60]
 *   npm run deliberate-faults -- --at src/core/check/room.ts:42
 *
 * `--rooms`: folders below `src`. `--each`: faults a room, drawn with the seed; another seed draws others. `--at`: every fault of one
 * line. A fault is seen when a test fails; one with which the tests do not end is not. The tests of the fault's own room are asked
 * first, then what is said of jobs of all kinds, then all that use the file. Those of `faultsWithoutEffect.json` change nothing and are
 * not counted. Ends with 1 when more than three in a hundred stay unseen, or when a reason of that list is about a line that is gone.
 */
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { dirname, join, relative } from 'node:path';
import { parseArgs } from 'node:util';
import ts from 'typescript';
import { installPackages } from './install.mjs';

const root = new URL('..', import.meta.url).pathname;
process.chdir(root);
await installPackages();

/** What a wrong line of would spoil a piece, lose work or send a visitor astray. */
const everyRoom = [
  ...['symbol', 'plan', 'check', 'proof', 'output', 'readback', 'piece', 'sheet', 'series', 'links'].map(
    (room) => `core/${room}`,
  ),
  'server',
  'web/stores',
  'cli',
];

const { values } = parseArgs({
  options: {
    rooms: { type: 'string', default: everyRoom.join(',') },
    each: { type: 'string', default: '25' },
    seed: { type: 'string', default: '1' },
    minutes: { type: 'string', default: '60' },
    at: { type: 'string' },
  },
});
/** So large a share may stay unseen. */
const allowedShare = 0.03;
/** The longest a run of the tests may take; a fault with which it takes longer was not seen by them. */
const limitMs = 600_000;
const hangs = 'does not end';

/** Tests of the server and of the page are not asked about the core: they are slow, and about other things. */
const ofCoreOnly = ['--testPathIgnorePatterns', '/node_modules/', 'src/server/', 'src/web/'];

/** What each sign may be mistaken for. */
const otherSign = new Map([
  ['+', '-'],
  ['-', '+'],
  ['*', '/'],
  ['/', '*'],
  ['<', '>='],
  ['>', '<='],
  ['<=', '>'],
  ['>=', '<'],
  ['===', '!=='],
  ['!==', '==='],
  ['&&', '||'],
  ['||', '&&'],
]);
const otherWord = new Map([
  ['fine', 'caution'],
  ['caution', 'stop'],
  ['stop', 'caution'],
  ['min', 'max'],
  ['max', 'min'],
  ['floor', 'ceil'],
  ['ceil', 'floor'],
  ['some', 'every'],
  ['every', 'some'],
  ['right', 'left'],
  ['bottom', 'top'],
]);

/** Every small fault that could be made in a file: what stands from `start` to `end` becomes `becomes`. */
function faultsOf(path) {
  const text = readFileSync(path, 'utf8');
  const source = ts.createSourceFile(path, text, ts.ScriptTarget.Latest, true);
  const faults = [];
  const add = (node, becomes) => {
    const start = node.getStart(source);
    const line = source.getLineAndCharacterOfPosition(start).line + 1;
    faults.push({ path, line, start, end: node.end, was: text.slice(start, node.end), becomes });
  };

  function visit(node) {
    // Types and what is said to people are no logic.
    if (ts.isTypeNode(node) || ts.isImportDeclaration(node) || ts.isInterfaceDeclaration(node)) return;
    if (ts.isTaggedTemplateExpression(node) || ts.isTemplateExpression(node)) return;
    if (ts.isBinaryExpression(node) && otherSign.has(node.operatorToken.getText(source)))
      add(node.operatorToken, otherSign.get(node.operatorToken.getText(source)));
    if (ts.isNumericLiteral(node) && !isTextOfTable(node)) add(node, wrongNumber(node.getText(source)));
    if (node.kind === ts.SyntaxKind.TrueKeyword) add(node, 'false');
    if (node.kind === ts.SyntaxKind.FalseKeyword) add(node, 'true');
    if (ts.isIfStatement(node)) add(node.expression, `!(${node.expression.getText(source)})`);
    if (ts.isConditionalExpression(node)) add(node.condition, `!(${node.condition.getText(source)})`);
    if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.MinusToken)
      add(node, node.operand.getText(source));
    if (ts.isPropertyAccessExpression(node) && otherWord.has(node.name.text))
      add(node.name, otherWord.get(node.name.text));
    if (ts.isStringLiteral(node) && otherWord.has(node.text)) add(node, `'${otherWord.get(node.text)}'`);
    if (ts.isExpressionStatement(node) && ts.isCallExpression(node.expression)) add(node, ';');
    if (ts.isCallExpression(node)) addSwapped(node);
    ts.forEachChild(node, visit);
  }
  /** The first two arguments in each other's place, where both are plain names. */
  function addSwapped({ arguments: [first, second] }) {
    if (first === undefined || second === undefined) return;
    if (!ts.isIdentifier(first) || !ts.isIdentifier(second) || first.text === second.text) return;
    const start = first.getStart(source);
    const line = source.getLineAndCharacterOfPosition(start).line + 1;
    const was = text.slice(start, second.end);
    faults.push({ path, line, start, end: second.end, was, becomes: `${second.text}, ${first.text}` });
  }
  visit(source);
  return faults;
}

const wrongNumber = (text) => (Number(text) === 0 ? '1' : String(Number(text) * 1.5));

/** Keys of objects are no numbers. */
const isTextOfTable = (node) => ts.isPropertyAssignment(node.parent) && node.parent.name === node;

function filesOf(folder) {
  return readdirSync(folder, { withFileTypes: true, recursive: true })
    .filter((entry) => entry.isFile() && /^(?!.*\.test\.ts$|index\.ts$).+\.ts$/.test(entry.name))
    .map((entry) => join(entry.parentPath, entry.name))
    .sort();
}

/** In an order that depends on the seed only. */
function shuffled(list, seed) {
  const order = (entry) =>
    createHash('sha256')
      .update(JSON.stringify([seed, entry]))
      .digest('hex');
  return list
    .map((entry) => ({ entry, at: order(entry) }))
    .sort((a, b) => (a.at < b.at ? -1 : 1))
    .map(({ entry }) => entry);
}

/** From every file in turn, so that long tables do not crowd out the rest. */
function drawnInTurn(files, count, seed) {
  const piles = files.map((path) => shuffled(faultsOf(path), seed));
  const out = [];
  while (out.length < count && piles.some((pile) => pile.length > 0))
    for (const pile of shuffled(piles, seed)) if (pile.length > 0) out.push(pile.pop());
  return out.slice(0, count);
}

function chosenFaults() {
  if (values.at !== undefined) {
    const [path, line] = values.at.split(':');
    return faultsOf(path).filter((fault) => fault.line === Number(line));
  }
  return values.rooms
    .split(',')
    .flatMap((room) => drawnInTurn(filesOf(`src/${room}`), Number(values.each), values.seed));
}

/** A tree of its own for each runner, so that the one that is worked on stays as it is. */
function newTree() {
  const tree = mkdtempSync(join(tmpdir(), 'binarus-faults-'));
  for (const name of ['src', 'scripts', 'package.json', 'jest.config.js', 'tsconfig.json'])
    cpSync(name, join(tree, name), { recursive: true });
  symlinkSync(join(root, 'node_modules'), join(tree, 'node_modules'));
  return tree;
}

/** The first test that fails of those that are asked, or that they do not end; null when all pass. */
function firstFailure(tree, args, endAfterMs = limitMs) {
  return new Promise((resolve) => {
    const child = spawn(
      process.execPath,
      [
        '--experimental-vm-modules',
        'node_modules/jest/bin/jest.js',
        '--runInBand',
        '--bail',
        '--testTimeout',
        '60000',
        ...args,
      ],
      { cwd: tree, stdio: ['ignore', 'ignore', 'pipe'], detached: true },
    );
    let told = '';
    child.stderr.on('data', (chunk) => (told += chunk));
    const timer = setTimeout(() => process.kill(-child.pid, 'SIGKILL'), endAfterMs);
    child.on('close', (code, signal) => {
      clearTimeout(timer);
      if (code === 0) resolve(null);
      else if (signal !== null) resolve(hangs);
      else resolve(/^ *● (.+)$/m.exec(told)?.[1] ?? told.slice(-200));
    });
  });
}

/** Makes a fault and takes it back; what sees it, or null. */
async function seenBy(tree, { path, start, end, becomes }) {
  const faulty = join(tree, path);
  const whole = readFileSync(faulty, 'utf8');
  writeFileSync(faulty, whole.slice(0, start) + becomes + whole.slice(end));
  try {
    const [part, room] = relative('src', dirname(path)).split('/');
    const own = part === 'core' ? `src/core/${room}/` : `src/${part}/`;
    const asked =
      part === 'core'
        ? [[own], ['src/content/readout', 'src/content/traces'], [...ofCoreOnly, '--findRelatedTests', path]]
        : [['--findRelatedTests', path], [own]];
    for (const tests of asked) {
      const failure = await firstFailure(tree, tests);
      if (failure !== null) return failure;
    }
    return null;
  } finally {
    writeFileSync(faulty, whole);
  }
}

/** Tests that fail already would see every fault. */
async function endUnlessTestsPass() {
  const tree = newTree();
  const failure = await firstFailure(
    tree,
    ['src/core/', 'src/content/', ...values.rooms.split(',').map((room) => `src/${room}/`)],
    4 * limitMs,
  );
  rmSync(tree, { recursive: true, force: true });
  if (failure === null) return;
  console.error(`The tests do not pass as the code stands; mend them first: ${failure}`);
  process.exit(1);
}

/** Faults that were looked at and found to change nothing that anybody could see, each with its reason. */
const withoutEffect = JSON.parse(readFileSync('scripts/faultsWithoutEffect.json', 'utf8'));
function reasonOf({ path, line, becomes }) {
  const text = readFileSync(path, 'utf8').split('\n')[line - 1].trim();
  return withoutEffect.find(
    (known) => known.path === path && known.text === text && known.becomes === becomes,
  )?.why;
}

const gone = withoutEffect.filter(
  ({ path, text }) =>
    !readFileSync(path, 'utf8')
      .split('\n')
      .some((line) => line.trim() === text),
);
if (gone.length > 0) {
  console.error(`These lines are gone: ${gone.map(({ path, text }) => `${path}: ${text}`).join('; ')}`);
  process.exit(1);
}

const faults = chosenFaults();
await endUnlessTestsPass();
const endsAt = Date.now() + Number(values.minutes) * 60_000;
const waiting = shuffled(faults, 'order of trying');
const unseen = [];
let tried = 0;
let vain = 0;

async function runner() {
  const tree = newTree();
  try {
    for (let fault = waiting.pop(); fault !== undefined && Date.now() < endsAt; fault = waiting.pop()) {
      const reason = reasonOf(fault);
      if (reason !== undefined) {
        vain++;
        console.log(`none   ${fault.path}:${fault.line}  without effect: ${reason}`);
        continue;
      }
      const test = await seenBy(tree, fault);
      tried++;
      const isSeen = test !== null && test !== hangs;
      if (!isSeen) unseen.push(fault);
      const { path, line, was, becomes } = fault;
      const what = `${path}:${line}  ${was}  ->  ${becomes}`;
      console.log(
        isSeen ? `seen   ${what}  by: ${test}` : `UNSEEN ${what}${test === null ? '' : `  ${test}`}`,
      );
    }
  } finally {
    rmSync(tree, { recursive: true, force: true });
  }
}

await Promise.all(Array.from({ length: Math.min(2, availableParallelism()) }, runner));
const share = tried === 0 ? 0 : unseen.length / tried;
console.log(
  `${tried} faults, ${unseen.length} unseen (${(share * 100).toFixed(1)} %), ${vain} without effect, ${faults.length - tried - vain} not tried in time`,
);
process.exit(tried > 0 && share <= allowedShare ? 0 : 1);
