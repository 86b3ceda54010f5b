import { Component, lazy, type ReactNode, Suspense } from 'react';

const CopyRescue = lazy(() => import('../shop/CopyRescue'));

interface Props {
  children: ReactNode;
  /** What stands there instead, with a way to try again. */
  instead: (again: () => void, error: unknown) => ReactNode;
}

/** Keeps a mishap in one part of the screen to that part. */
export class Mishap extends Component<Props, { happened: { error: unknown } | null }> {
  override state = { happened: null as { error: unknown } | null };
  static getDerivedStateFromError(error: unknown): { happened: { error: unknown } } {
    return { happened: { error } };
  }
  override render(): ReactNode {
    const { happened } = this.state;
    return happened ? this.props.instead(() => this.setState({ happened: null }), happened.error) : this.props.children;
  }
}
/** The last resort for the whole window: what was typed is saved, so loading again loses nothing. */
export const WholeMishap = ({ children }: { children: ReactNode }) => (
  <Mishap
    instead={() => (
      <main className="mx-auto max-w-lg p-8">
        <h1>Something went wrong in this window</h1>
        <p className="mt-3" role="alert">
          What you edited is saved on this computer, and the shop goes on selling. Load the window again.
        </p>
        <button className="btn btn-primary mt-4" onClick={() => location.reload()}>
          Load again
        </button>
        <Suspense>
          <CopyRescue />
        </Suspense>
      </main>
    )}
  >
    {children}
  </Mishap>
);
