'use client';

import { Component, type ReactNode } from 'react';
import { Button } from './Button';

interface BoundaryProps {
  /** What cannot be shown, as a sentence without its full stop. */
  readonly title: string;
  readonly children: ReactNode;
}

/** Keeps trouble in one part of a screen from taking the rest with it. */
export class Boundary extends Component<BoundaryProps, { message: string | null }> {
  override state = { message: null };

  static getDerivedStateFromError(error: unknown): { message: string } {
    return { message: error instanceof Error ? error.message : String(error) };
  }

  override render(): ReactNode {
    if (this.state.message === null) return this.props.children;
    return (
      <div role="alert" className="m-auto max-w-sm p-6">
        <p className="font-semibold">{this.props.title}.</p>
        <p className="mt-1 text-muted">{this.state.message} The rest of the plan works.</p>
        <Button className="mt-3" onClick={() => this.setState({ message: null })}>
          Try again
        </Button>
      </div>
    );
  }
}
