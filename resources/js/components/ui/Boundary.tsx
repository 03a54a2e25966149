import { Component, type ReactNode } from 'react';

/** Catches what a page could not show, so that the rest of the program stays usable. */
export class Boundary extends Component<{ children: ReactNode }, { failed: boolean }> {
    override state = { failed: false };

    static getDerivedStateFromError() {
        return { failed: true };
    }

    override render() {
        return this.state.failed ? (
            <div role="alert" className="border-l-4 border-ink bg-panel px-3 py-2 max-w-prose">
                <h1>This page could not be shown</h1>
                <p>
                    What you recorded is safe on the server.{' '}
                    <button type="button" className="link" onClick={() => window.location.reload()}>
                        Load it again
                    </button>
                    , or choose another place above.
                </p>
            </div>
        ) : (
            this.props.children
        );
    }
}
