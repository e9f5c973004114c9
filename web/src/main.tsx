import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/jetbrains-mono';
import '@fontsource-variable/literata';
import './app/theme.scss';
import './app/shell.scss';
import './app/components.scss';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './app/App.tsx';
import { applyTheme } from './app/theme.ts';
import { finishRemovals } from './workspace/removals.ts';

applyTheme();
window.addEventListener('pagehide', finishRemovals);
const root = document.getElementById('root');
if (root)
  createRoot(root).render(
    <StrictMode>
      <App />
    </StrictMode>,
  );
