import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { useAppDispatch } from '../store';
import { buyerViewToggled, outcomeToggled, publishToggled } from '../store/frame';
import { store } from '../store';
import { STAGES } from './Rail';

/** Single keys, never while something is being typed. */
export function useKeys(): void {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  useEffect(() => {
    function onKey(event: KeyboardEvent): void {
      const target = event.target as HTMLElement;
      if ((event.ctrlKey || event.metaKey) && event.key === 'Enter') return void dispatch(publishToggled(true));
      if (event.key === 'Escape' && store.getState().frame.buyerView) return void dispatch(buyerViewToggled(false));
      if (event.ctrlKey || event.metaKey || event.altKey || target.closest('input, textarea, select, [contenteditable]')) return;
      const stage = STAGES[Number(event.key) - 1];
      if (event.key === '0') void navigate('/');
      else if (/^[1-6]$/.test(event.key) && stage) void navigate(stage.to);
      else if (event.key === 'b') dispatch(buyerViewToggled(!store.getState().frame.buyerView));
      else if (event.key === '.' || event.key === 'o') dispatch(outcomeToggled());
      else if (event.key === '/' || event.key === 's') {
        event.preventDefault();
        void navigate('/search');
      } else if (event.key === 'n') document.querySelector<HTMLElement>('[data-new]')?.click();
    }
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [navigate, dispatch]);
}
