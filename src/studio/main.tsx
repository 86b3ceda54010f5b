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
          <BrowserRouter basename="/studio"><App /></BrowserRouter>
        </Provider>
      </WholeMishap>
    </StrictMode>,
  );
}
