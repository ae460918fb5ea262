import vue from '@vitejs/plugin-vue';
import Components from 'unplugin-vue-components/vite';
import { ElementPlusResolver } from 'unplugin-vue-components/resolvers';
import { defineConfig } from 'vite';

/** The page. `npm run build` puts it in dist/web, from where the server hands it out. */
export default defineConfig({
  plugins: [
    vue(),
    Components({ dts: false, dirs: [], resolvers: [ElementPlusResolver({ importStyle: 'css' })] }),
  ],
  worker: { format: 'es' },
  build: {
    outDir: 'dist/web',
    // From which the server knows what a page will need.
    manifest: true,
    emptyOutDir: true,
    assetsInlineLimit: 0,
    target: 'es2022',
  },
});
