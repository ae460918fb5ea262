/** `npm run bench`: the budgets, each with the peers beside us in the same run. Prints a line each as it is measured; fails when one is missed. */
import { artworkRows, logoRow } from './artwork';
import { commandRows } from './command';
import { encoderRows } from './encoders';
import { fileRows } from './files';
import { holdFigures, loadFigures } from './load';
import { chartFigures, forwardingFigures } from './links';
import { steeringRows } from './steering';
import { pageFigures } from './page';
import { crowdedRow, outlineRow, pressRows, proofRows, simulationRows } from './pipeline';
import { savingFigures, restyledJobs } from './saving';
import type { SeriesFigures } from './jackets';
import { chartMs, contourChartMs, panelSeconds, seriesFigures } from './series';
import { shelfFigures, shelfJobCount } from './shelf';

interface Verdict {
  readonly what: string;
  readonly measured: string;
  readonly budget: string;
  readonly kept: boolean;
}

const verdicts: Verdict[] = [];
/** Told as it is measured: a run takes minutes. */
function tell(...measured: readonly Verdict[]): void {
  for (const { what, measured: figure, budget, kept } of measured)
    console.log(`  ${kept ? 'kept  ' : 'MISSED'} ${what.padEnd(58)} ${figure} (budget ${budget})`);
  verdicts.push(...measured);
}

console.log(
  'Encoding is at level M, version free, all eight masks scored; peers in times of ours.\n\nBudgets:',
);
for (const { name, medianMs } of encoderRows()) {
  const ours = medianMs.binarus!;
  const peers = Object.entries(medianMs).filter(([key]) => key !== 'binarus');
  tell({
    what: name,
    measured: `${ours.toFixed(3)} ms; ${peers.map(([key, ms]) => `${key} ${(ms / ours).toFixed(2)} x`).join(', ')}`,
    budget: 'all over 1 x',
    kept: peers.every(([, ms]) => ms > ours),
  });
}
for (const row of [...(await pressRows()), await crowdedRow()])
  tell({
    what: row.name,
    measured: `p95 ${row.p95Ms.toFixed(2)} ms, median ${row.medianMs.toFixed(2)} ms`,
    budget: row.budgetMs === null ? 'none' : `${row.budgetMs} ms`,
    kept: row.budgetMs === null || row.p95Ms <= row.budgetMs,
  });
for (const row of await fileRows())
  tell({
    what: row.name,
    measured: `median ${row.medianMs.toFixed(1)} ms, p95 ${row.p95Ms.toFixed(1)} ms`,
    budget: row.budgetMs === null ? 'none' : `${row.budgetMs} ms`,
    kept: row.budgetMs === null || row.medianMs <= row.budgetMs,
  });
for (const row of await proofRows())
  tell({
    what: row.name,
    measured: `median ${row.medianMs.toFixed(0)} ms${Number.isNaN(row.readersMs) ? '' : `, of which readers ${row.readersMs.toFixed(0)} ms`}`,
    budget: row.budgetMs === null ? 'none' : `${row.budgetMs} ms`,
    kept: row.budgetMs === null || row.medianMs <= row.budgetMs,
  });
for (const { version, times } of await simulationRows())
  tell({
    what: `proof beside its readers' own time, version ${version}`,
    measured: `${times.toFixed(2)} x`,
    budget: '1.30 x',
    kept: times <= 1.3,
  });
const [cold, thousand, tenThousand] = (await seriesFigures(1000, 1000, 10_000)) as [
  SeriesFigures,
  SeriesFigures,
  SeriesFigures,
];
const panel = await panelSeconds(1000);
tell({
  what: '1,000 different codes on A4, one PDF, all read back',
  measured: `${thousand.seconds.toFixed(1)} s (${cold.seconds.toFixed(1)} s with the start of the threads), ${(thousand.seconds / panel).toFixed(1)} x the panel's own ${panel.toFixed(1)} s; ${thousand.residentMb.toFixed(0)} MB`,
  budget: '5 s, 512 MB',
  kept: thousand.seconds <= 5 && thousand.residentMb <= 512,
});
tell({
  what: '10,000 of them, ten times as long and the same memory',
  measured: `${tenThousand.seconds.toFixed(1)} s, ${(tenThousand.seconds / thousand.seconds).toFixed(1)} x; ${tenThousand.residentMb.toFixed(0)} MB`,
  budget: '11 x, 512 MB',
  kept: tenThousand.seconds <= 11 * thousand.seconds && tenThousand.residentMb <= 512,
});
const chart = chartMs();
tell({
  what: 'chart of count against size, rectangles',
  measured: `median ${chart.toFixed(1)} ms`,
  budget: '16 ms',
  kept: chart <= 16,
});
for (const { version, ms, budgetMs } of steeringRows())
  tell({
    what: `picture of modules, version ${version}-L`,
    measured: `median ${ms.toFixed(0)} ms`,
    budget: `${budgetMs} ms`,
    kept: ms <= budgetMs,
  });
const forwarding = await forwardingFigures();
tell({
  what: 'forwarded links a second, 100,000 links, counting',
  measured: `${forwarding.perSecond.toFixed(0)}, ${(forwarding.perSecond / forwarding.barePerSecond).toFixed(2)} x bare node:http; p99 ${forwarding.p99.toFixed(1)} ms, ${(forwarding.p99 / forwarding.bareP99).toFixed(1)} x; ${forwarding.counted} of ${forwarding.answered} counted; ${forwarding.residentMb} MB`,
  budget: '0.7 x, p99 3 x, all counted',
  kept:
    forwarding.perSecond >= 0.7 * forwarding.barePerSecond &&
    forwarding.p99 <= 3 * forwarding.bareP99 &&
    forwarding.counted === forwarding.answered,
});
const charts = await chartFigures();
tell({
  what: 'charts of a year over a million visits, all links and one',
  measured: `median ${charts.allMs.toFixed(0)} and ${charts.oneMs.toFixed(0)} ms; a visit is kept in ${charts.fillSeconds.toFixed(1)} µs`,
  budget: '300 ms',
  kept: charts.allMs <= 300 && charts.oneMs <= 300,
});
const contourChart = contourChartMs();
tell({
  what: 'chart of count against size, contours that interlock',
  measured: `median ${contourChart.toFixed(0)} ms`,
  budget: '1 s',
  kept: contourChart <= 1000,
});
const { nodes, fewest } = outlineRow();
tell({
  what: 'SVG of a version 10 symbol',
  measured: `${nodes} nodes, ${(nodes / fewest).toFixed(3)} x the corners of its outline`,
  budget: '1.05 x',
  kept: nodes <= 1.05 * fewest,
});

for (const row of artworkRows())
  tell({
    what: row.name,
    measured: `median ${row.medianMs.toFixed(2)} ms, ${row.nodes} nodes, ${row.nodeRatio.toFixed(2)} x plain squares`,
    budget: `${row.budgetMs} ms`,
    kept: row.budgetMs === null || row.medianMs <= row.budgetMs,
  });
const logo = await logoRow();
tell({
  what: 'a logo placed on version 10',
  measured: `median ${logo.placeMs.toFixed(2)} ms; read and outlined once in ${logo.loadMs.toFixed(0)} ms`,
  budget: 'none',
  kept: true,
});

const { pageMs, pageKb, farPageMs, searchMs } = await shelfFigures();
tell(
  {
    what: `first page of ${shelfJobCount} jobs, from the database to the wire`,
    measured: `p95 ${pageMs.toFixed(1)} ms, ${pageKb.toFixed(0)} kB`,
    budget: '30 ms, 100 kB',
    kept: pageMs <= 30 && pageKb <= 100,
  },
  {
    what: `last page of ${shelfJobCount} jobs by material`,
    measured: `p95 ${farPageMs.toFixed(1)} ms`,
    budget: '50 ms',
    kept: farPageMs <= 50,
  },
  {
    what: `search among ${shelfJobCount} jobs, a key press`,
    measured: `p95 ${searchMs.toFixed(1)} ms`,
    budget: '50 ms',
    kept: searchMs <= 50,
  },
);

for (const { name, medianMs } of commandRows())
  tell({
    what: `${name}, processor time beyond bare Node`,
    measured: `median ${medianMs.toFixed(0)} ms`,
    budget: '150 ms',
    kept: medianMs <= 150,
  });

const { saveMs, meanwhileMs } = await savingFigures();
tell(
  {
    what: 'save of a version 10 job, asked to answered',
    measured: `p95 ${saveMs.p95.toFixed(1)} ms, median ${saveMs.median.toFixed(1)} ms`,
    budget: '30 ms',
    kept: saveMs.p95 <= 30,
  },
  {
    what: `other requests while ${restyledJobs} jobs are restyled`,
    measured: `p95 ${meanwhileMs.p95.toFixed(1)} ms, median ${meanwhileMs.median.toFixed(1)} ms`,
    budget: '50 ms',
    kept: meanwhileMs.p95 <= 50,
  },
);

const loaded = await loadFigures();
for (const { what, p99Ms, bareP99Ms, perSecond, barePerSecond, mostTimes } of loaded.rows)
  tell({
    what: `${what}, 16 connections, beside bare Express`,
    measured: `p99 ${p99Ms.toFixed(1)} ms to ${bareP99Ms.toFixed(1)} ms, ${(p99Ms / bareP99Ms).toFixed(2)} x; ${perSecond.toFixed(0)} to ${barePerSecond.toFixed(0)} a second`,
    budget: `${mostTimes} x`,
    kept: p99Ms <= mostTimes * bareP99Ms,
  });
for (const { what, seconds, p99Ms, bareP99Ms } of loaded.meanwhile)
  tell({
    what: `reading a job during ${what}`,
    measured: `p99 ${p99Ms.toFixed(1)} ms to ${bareP99Ms.toFixed(1)} ms, ${(p99Ms / bareP99Ms).toFixed(2)} x; ${seconds.toFixed(0)} s`,
    budget: '5 x',
    kept: p99Ms <= 5 * bareP99Ms,
  });
const { beforeMb, afterMb } = loaded.memory;
const hold = await holdFigures();
tell(
  {
    what: 'memory of the server after that load',
    measured: `${beforeMb.toFixed(0)} MB before, ${afterMb.toFixed(0)} MB after, ${(afterMb / beforeMb).toFixed(2)} x`,
    budget: '1.2 x',
    kept: afterMb <= 1.2 * beforeMb,
  },
  {
    what: 'the answering thread held by an import of 10,000 jobs',
    measured: `${hold.importMs.toFixed(0)} ms at most`,
    budget: '30 ms',
    kept: hold.importMs <= 30,
  },
  {
    what: 'the answering thread held by a series of 1,000',
    measured: `${hold.runMs.toFixed(0)} ms at most`,
    budget: '30 ms',
    kept: hold.runMs <= 30,
  },
);

const page = await pageFigures();
if (page === null) console.log('\nNo /usr/bin/chromium: the page is not measured.');
else
  tell(
    {
      what: 'key press to painted, version 10',
      measured: `p95 ${page.keyToPaintedMs.p95.toFixed(0)} ms, median ${page.keyToPaintedMs.median.toFixed(0)} ms`,
      budget: '50 ms',
      kept: page.keyToPaintedMs.p95 <= 50,
    },
    {
      what: 'key press to the verdict of the quick proof, version 3',
      measured: `median ${page.verdictMs.toFixed(0)} ms, of which 500 ms are the pause`,
      budget: '1100 ms',
      kept: page.verdictMs <= 1100,
    },
    {
      what: 'first load from localhost, interactive',
      measured: `${page.interactiveMs.toFixed(0)} ms`,
      budget: '1500 ms',
      kept: page.interactiveMs <= 1500,
    },
    {
      what: 'script of a first load of the bench, compressed',
      measured: `${page.benchScriptKb.toFixed(0)} kB`,
      budget: '450 kB',
      kept: page.benchScriptKb < 450,
    },
    {
      what: 'script of a first load of the shelf, compressed',
      measured: `${page.firstLoadScriptKb.toFixed(0)} kB`,
      budget: '450 kB',
      kept: page.firstLoadScriptKb < 450,
    },
  );

process.exitCode = verdicts.every(({ kept }) => kept) ? 0 : 1;
