import { createRouter, createWebHistory, type Router } from 'vue-router';

export const stations = ['message', 'style', 'piece', 'proof', 'output'] as const;
export type Station = (typeof stations)[number];

export function createAppRouter(): Router {
  return createRouter({
    history: createWebHistory(),
    routes: [
      { path: '/', name: 'shelf', component: () => import('./shelf/ShelfScreen.vue') },
      {
        path: `/jobs/:id/:station(${stations.join('|')})?`,
        name: 'bench',
        component: () => import('./bench/BenchScreen.vue'),
        props: (route) => ({ id: route.params.id, station: route.params.station || 'message' }),
      },
      { path: '/:rest(.*)', redirect: '/' },
    ],
  });
}
