import { Button, InkButton } from '../../parts/Button';
import { Acts, Dialog } from '../../parts/Dialog';
import { words } from '../../words';

export interface ConfirmProps {
  title: string;
  help: string;
  act: string;
  isOpen: boolean;
  onClose(): void;
  onConfirm(): void;
}

/** Asks before something that cannot be taken back. */
export function Confirm({ title, help, act, isOpen, onClose, onConfirm }: ConfirmProps) {
  return (
    <Dialog alert title={title} isOpen={isOpen} onClose={onClose}>
      <p>{help}</p>
      <Acts>
        <InkButton
          onPress={() => {
            onConfirm();
            onClose();
          }}
        >
          {act}
        </InkButton>
        <Button autoFocus onPress={onClose}>
          {words.common.cancel}
        </Button>
      </Acts>
    </Dialog>
  );
}
