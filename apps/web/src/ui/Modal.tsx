import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';

interface ModalProps {
  readonly title: string;
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly children: ReactNode;
}

export function Modal({ title, open, onOpenChange, children }: ModalProps): ReactNode {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="no-print fixed inset-0 z-40 bg-black/50" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[8vh] left-1/2 z-50 max-h-[84vh] w-[min(36rem,94vw)] -translate-x-1/2 overflow-auto rounded-sm border-2 border-edge bg-plate p-5 text-ink shadow-xl"
        >
          <div className="mb-3 flex items-start justify-between gap-4">
            <Dialog.Title className="text-2xl">{title}</Dialog.Title>
            <Dialog.Close aria-label="Close" className="grid size-11 shrink-0 place-items-center rounded-sm border-2 border-edge">
              <X aria-hidden className="size-5" />
            </Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
