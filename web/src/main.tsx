import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import '@fontsource-variable/source-sans-3/wght.css';
import '@fontsource-variable/literata/wght.css';
import '@fontsource/andika/latin-400.css';
import '@fontsource/andika/latin-700.css';
import './ui/tokens.css';
import { App } from './app.js';
import { readDateNames } from './wording/date-text.js';
import { TRYING } from './base.js';

await readDateNames();
createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <App />
  </StrictMode>,
);

// what children read is in a face of its own: there before the first word of it, or lines would break anew under a finger
void document.fonts?.load('1rem Andika');

// the page and its parts are kept on the device, so that a tab opens without the network
if (import.meta.env.PROD && !TRYING && 'serviceWorker' in navigator) void navigator.serviceWorker.register('/sw.js');
