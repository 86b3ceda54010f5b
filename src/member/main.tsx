import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import '../ui/fonts';
import './member.css';
import { MemberArea } from './MemberArea';

const root = document.getElementById('root');
if (root)
  createRoot(root).render(
    <StrictMode>
      <MemberArea />
    </StrictMode>,
  );
