import './worker/begin';
import './zod';
import './styles.css';
import { createRoot } from 'react-dom/client';
import { App } from './app';
import { importSheet } from './parts/dialog';
import { keepFocus } from './parts/focus';
import { importMenu } from './parts/menu';
import { loadPreferences } from './store/app';
import { openStore } from './store/database-state';
import { beginFirstStart, putOwedDemos } from './store/demo';
import { keepOffline, watchController } from './store/update';

/** What is first looked at is drawn by then. */
const SETTLED_MS = 2500;

const root = document.getElementById('root');
if (!root) throw new Error('the page has no root');

watchController();
keepFocus();
const opened = openStore();
if (window.location.pathname === '/') void opened.then((readable) => readable && beginFirstStart());
void opened.then(loadPreferences).finally(() => {
  createRoot(root).render(<App />);
  // After the first picture. Without it the app works as long as its server does; nothing else hangs on it.
  setTimeout(() => {
    void keepOffline().catch(() => undefined);
    void putOwedDemos().catch(() => undefined);
    // What is wanted at the first press.
    void importMenu();
    void importSheet();
  }, SETTLED_MS);
});
