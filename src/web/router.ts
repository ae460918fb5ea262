import { createRouter, createWebHistory, type Router } from 'vue-router';
import { stations } from './stations';

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
