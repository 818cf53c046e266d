import { Plus, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button, type ButtonProps } from './Button.js';

interface TakeOffProps extends Omit<ButtonProps, 'children' | 'aria-label'> {
  /** What goes, said in full: "Take pin 3 off". */
  readonly label: string;
}

/** Takes a row off a list. */
export const TakeOff = ({ label, className = '', ...button }: TakeOffProps): ReactNode => (
  <Button aria-label={label} className={`px-2 ${className}`} {...button}>
    <Trash2 aria-hidden className="size-5" />
  </Button>
);

/** Puts another row onto a list. */
export const AddRow = ({ children, ...button }: ButtonProps): ReactNode => (
  <Button {...button}>
    <Plus aria-hidden className="size-5" /> {children}
  </Button>
);
