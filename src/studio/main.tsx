import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { BrowserRouter } from 'react-router';
import '../ui/fonts';
import './studio.css';
import { App } from './App';
import { WholeMishap } from './frame/Mishap';
import { store } from './store';

const root = document.getElementById('root');
if (root) {
  createRoot(root).render(
    <StrictMode>
      <WholeMishap>
        <Provider store={store}>
          {/* A link pressed is a place reached: what is pressed next never meets the sheet before. */}
          <BrowserRouter basename="/studio" useTransitions={false}>
            <App />
          </BrowserRouter>
        </Provider>
      </WholeMishap>
    </StrictMode>,
  );
}
