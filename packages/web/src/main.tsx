import '@fontsource-variable/bricolage-grotesque/wdth.css';
import '@fontsource-variable/hanken-grotesk';
import '@fontsource-variable/martian-mono/wdth.css';
import './look.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './app/app.tsx';
import { claimWindow } from './outbox/window.ts';

await claimWindow();
createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <App />
  </StrictMode>,
);
