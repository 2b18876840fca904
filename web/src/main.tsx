import './zod';
import './styles.css';
import { createRoot } from 'react-dom/client';
import { App } from './app';
import { loadPreferences } from './store/app';

const root = document.getElementById('root');
if (!root) throw new Error('the page has no root');

void loadPreferences().finally(() => {
  createRoot(root).render(<App />);
});
