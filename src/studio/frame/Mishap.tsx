import { Component, lazy, type ReactNode, Suspense } from 'react';
import { frameWords } from '#say/frame';
const say = frameWords.mishap;

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
        <h1>{say.somethingWentWrongWindow}</h1>
        <p className="mt-3" role="alert">
          {say.yourEditsSavedComputer}
        </p>
        <button className="btn btn-primary mt-4" onClick={() => location.reload()}>
          {say.reload}
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
