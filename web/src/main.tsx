import './zod';
import './styles.css';
import { createRoot } from 'react-dom/client';
import { App } from './app';
import { loadPreferences } from './store/app';
import { openStore } from './store/database-state';
import { keepOffline } from './store/update';

const root = document.getElementById('root');
if (!root) throw new Error('the page has no root');

void openStore()
  .then(loadPreferences)
  .finally(() => {
    createRoot(root).render(<App />);
    keepOffline();
  });
