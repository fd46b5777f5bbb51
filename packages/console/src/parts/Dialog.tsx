import type { ReactNode } from 'react';
import { Dialog as AriaDialog, Heading, Modal, ModalOverlay } from 'react-aria-components';
import { styled } from 'styled-components';

const Overlay = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  z-index: 20;
  display: grid;
  justify-items: center;
  align-items: start;
  padding: 8vh 16px 16px;
  overflow: auto;
  background: rgb(33 29 22 / 45%);
`;

const Paper = styled(Modal)<{ $wide: boolean }>`
  width: 100%;
  max-width: ${({ $wide }) => ($wide ? '760px' : '460px')};
  border: 1px solid var(--strong-rule);
  border-top: 3px solid var(--ink);
  border-radius: var(--round);
  background: var(--sheet);
  color: var(--ink);
`;

const Inside = styled(AriaDialog)`
  display: grid;
  gap: 14px;
  padding: 18px 20px 20px;
  outline: none;
`;

/** Acts at the foot of a dialog or a form. */
export const Acts = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
`;

/** The same at the foot of a long dialog: always in sight. */
export const FootActs = styled(Acts)`
  position: sticky;
  bottom: -16px;
  margin: 0 -20px -20px;
  padding: 12px 20px 14px;
  border-top: 1px solid var(--rule);
  background: var(--sheet);
`;

export interface DialogProps {
  title: string;
  isOpen: boolean;
  onClose(): void;
  wide?: boolean;
  /** A question that must be answered, such as whether to remove something. */
  alert?: boolean;
  children: ReactNode;
}

export function Dialog({ title, isOpen, onClose, wide = false, alert = false, children }: DialogProps) {
  return (
    <Overlay isOpen={isOpen} onOpenChange={(open) => !open && onClose()} isDismissable={!alert}>
      <Paper $wide={wide}>
        <Inside role={alert ? 'alertdialog' : 'dialog'}>
          <Heading slot="title" level={2}>
            {title}
          </Heading>
          {children}
        </Inside>
      </Paper>
    </Overlay>
  );
}
