import '@fontsource-variable/archivo/wght.css';
import '@fontsource/spline-sans-mono/400.css';
import '@fontsource/spline-sans-mono/500.css';
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import App from './App.vue';
import { createAppRouter } from './router';
import './theme.css';

createApp(App).use(createPinia()).use(createAppRouter()).mount('#app');
