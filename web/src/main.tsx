import '@fontsource/barlow/400.css';
import '@fontsource/barlow/500.css';
import '@fontsource/barlow/600.css';
import '@fontsource/ibm-plex-mono/400.css';
import 'antd/dist/reset.css';
import './theme/styles.css';
import './app/app.css';
import { QueryClientProvider } from '@tanstack/react-query';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { CommandProvider } from './app/commands';
import { Pages } from './routing/Pages';
import { client } from './data/client';
import { ThemeProvider } from './theme/ThemeProvider';

// A canvas does not wait for fonts: what is drawn before they are there stays in another face.
await Promise.all(
  ['400 13px Barlow', '500 13px Barlow', '600 13px Barlow', '400 12px "IBM Plex Mono"'].map((font) =>
    document.fonts.load(font),
  ),
);

createRoot(document.getElementById('root')!).render(
  <QueryClientProvider client={client}>
    <ThemeProvider>
      <CommandProvider>
        <BrowserRouter>
          <Pages />
        </BrowserRouter>
      </CommandProvider>
    </ThemeProvider>
  </QueryClientProvider>,
);
