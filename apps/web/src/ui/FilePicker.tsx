import { useRef, type ReactNode } from 'react';
import { Button } from './Button.js';

interface FilePickerProps {
  /** What is chosen, for who cannot see: "Crank file". */
  readonly label: string;
  readonly accept: string;
  readonly disabled?: boolean;
  readonly onFile: (file: File) => void;
  /** The button's words. */
  readonly children: ReactNode;
}

/** A button that has a file chosen. The same one may be chosen once more: it may have been mended since. */
export function FilePicker({ label, accept, disabled, onFile, children }: FilePickerProps): ReactNode {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        accept={accept}
        aria-label={label}
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) onFile(file);
          event.target.value = '';
        }}
      />
      <Button disabled={disabled} onClick={() => input.current?.click()}>
        {children}
      </Button>
    </>
  );
}
