import { defineConfig } from 'vite';

/**
 * Server, command line, benchmarks and maintenance scripts, bundled for Node. Packages stay outside the bundle, but for those
 * that every command needs: read from one file they load in half the time.
 */
export default defineConfig({
  ssr: {
    noExternal: ['zod', 'luxon', 'libphonenumber-js', 'ibantools', 'punycode', 'tlds', 'fastest-levenshtein'],
  },
  build: {
    ssr: true,
    target: 'node20',
    outDir: 'dist/node',
    emptyOutDir: true,
    minify: false,
    rollupOptions: {
      input: {
        server: 'src/server/main.ts',
        worker: 'src/server/worker.ts',
        limitedChild: 'src/server/limited/child.ts',
        limitedThread: 'src/server/limitedThread.ts',
        cli: 'src/cli/main.ts',
        bench: 'bench/main.ts',
        compareEncoders: 'bench/compareEncoders.ts',
        demoChecks: 'bench/demoChecks.ts',
        demoCoupon: 'bench/demoCoupon.ts',
        styleFitness: 'bench/styleFitness.ts',
        fillTable: 'bench/fillTable.ts',
        halfToneTable: 'bench/halfToneTable.ts',
        readersTable: 'bench/readersTable.ts',
        seriesRuns: 'bench/seriesRuns.ts',
        linksServer: 'bench/linksServer.ts',
        bareServer: 'bench/bareServer.ts',
        loadAlone: 'bench/loadAlone.ts',
        holdServer: 'bench/holdServer.ts',
        limitsTruth: 'bench/limitsTruth.ts',
        outsideJobs: 'outside/outsideJobs.ts',
        moduleSymbols: 'outside/moduleSymbols.ts',
        linkServers: 'outside/linkServers.ts',
      },
      output: { entryFileNames: '[name].js' },
    },
    copyPublicDir: false,
  },
});
