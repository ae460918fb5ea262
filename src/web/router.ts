import { createRouter, createWebHistory, type Router } from 'vue-router';
import { beginEarly } from './shared/early';
import { askVersion, isUpdated } from './shared/pageVersion';
import { stations } from './stations';

export function createAppRouter(): Router {
  const router = createRouter({
    history: createWebHistory(),
    routes: [
      { path: '/', name: 'shelf', component: () => import('./shelf/ShelfScreen.vue') },
      {
        path: `/jobs/:id/:station(${stations.join('|')})?`,
        name: 'bench',
        component: () => import('./bench/BenchScreen.vue'),
        props: (route) => ({ id: route.params.id, station: route.params.station || 'message' }),
      },
      {
        path: '/materials/:id?',
        name: 'materials',
        component: () => import('./materials/MaterialsScreen.vue'),
        props: (route) => ({ id: String(route.params.id ?? '') }),
      },
      {
        path: '/check/:id?',
        name: 'check',
        component: () => import('./check/CheckScreen.vue'),
        props: (route) => ({ id: String(route.params.id ?? '') }),
      },
      {
        path: '/test-piece/:profile/:id?',
        name: 'coupon',
        component: () => import('./coupon/CouponScreen.vue'),
        props: (route) => ({ profile: String(route.params.profile), id: String(route.params.id ?? '') }),
      },
      {
        path: '/sheet/:id',
        name: 'sheet',
        component: () => import('./sheet/SheetScreen.vue'),
        props: (route) => ({ id: String(route.params.id) }),
      },
      {
        path: '/series/:id',
        name: 'series',
        component: () => import('./series/SeriesScreen.vue'),
        props: (route) => ({ id: String(route.params.id) }),
      },
      {
        path: '/register',
        name: 'register',
        component: () => import('./register/RegisterScreen.vue'),
        props: (route) => ({ payload: String(route.query.payload ?? '') }),
      },
      {
        path: '/links/:id?',
        name: 'links',
        component: () => import('./links/LinksScreen.vue'),
        props: (route) => ({ id: String(route.params.id ?? '') }),
      },
      { path: '/:rest(.*)', redirect: '/' },
    ],
  });
  let isStarted = false;
  router.beforeEach(({ name, params }) => {
    // The first bench of a window starts its parts; later ones have them.
    if (name !== 'bench' || isStarted) return;
    isStarted = true;
    beginEarly(String(params.id));
  });
  // The parts of a screen that an update took away come with the page that is loaded anew, where what was typed is kept.
  router.onError(async (_error, to) => {
    await askVersion();
    if (isUpdated.value) location.assign(to.fullPath);
  });
  return router;
}
