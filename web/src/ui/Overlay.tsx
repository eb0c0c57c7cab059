import { Dialog } from "radix-ui";
import type { ReactNode, RefObject } from "react";

type Props = {
  title: string;
  description: string;
  children: ReactNode;
  wide?: boolean;
  backTo?: RefObject<Element | null>;
};

/** A dialog's window: it traps the focus and gives it back, to `backTo` if the dialog was opened by a key. */
export function Overlay({ title, description, children, wide = false, backTo }: Props) {
  return (
    <Dialog.Portal>
      <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
      <Dialog.Content
        onCloseAutoFocus={(e) => {
          const to = backTo?.current;
          if (to instanceof HTMLElement || to instanceof SVGElement) {
            e.preventDefault();
            to.focus();
          }
        }}
        className={`fixed top-1/2 left-1/2 z-50 max-h-[92vh] w-[94vw] -translate-x-1/2 -translate-y-1/2 overflow-auto rounded-lg border border-line bg-leaf p-6 shadow-xl ${wide ? "max-w-4xl" : "max-w-lg"}`}
      >
        <Dialog.Title className="font-read text-2xl">{title}</Dialog.Title>
        <Dialog.Description className="mb-4 text-quiet">{description}</Dialog.Description>
        {children}
      </Dialog.Content>
    </Dialog.Portal>
  );
}
