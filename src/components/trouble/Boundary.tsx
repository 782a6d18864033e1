'use client';

import { Component, type ReactNode } from 'react';
import { Button } from '../Button';

interface BoundaryProps {
  /** What cannot be shown, as a sentence without its full stop. */
  readonly title: string;
  /** What stands in its place, with what went wrong; a note with a way to try again when left out. */
  readonly instead?: (message: string) => ReactNode;
  readonly children: ReactNode;
}

/** Keeps trouble in one part of a screen from taking the rest with it. */
export class Boundary extends Component<BoundaryProps, { readonly message: string | null }> {
  override state: { readonly message: string | null } = { message: null };

  static getDerivedStateFromError(error: unknown): { message: string } {
    return { message: error instanceof Error ? error.message : String(error) };
  }

  override render(): ReactNode {
    const { message } = this.state;
    if (message === null) return this.props.children;
    if (this.props.instead) return this.props.instead(message);
    return (
      <div role="alert" className="m-auto max-w-sm p-6">
        <p className="font-semibold">{this.props.title}.</p>
        <p className="mt-1 text-muted">{message} The rest of the plan works.</p>
        <Button className="mt-3" onClick={() => this.setState({ message: null })}>
          Try again
        </Button>
      </div>
    );
  }
}
