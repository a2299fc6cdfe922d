import type { ReactNode } from 'react';
import { Button, Dialog, Heading, Modal, ModalOverlay } from 'react-aria-components';
import { useAppDispatch } from '../data/index.ts';
import { opened } from '../data/view.ts';

/** Something laid over the page for a moment; Esc puts it away and the focus goes back to where it was. */
export function Panel({ title, children }: { title: string; children: ReactNode }) {
  const act = useAppDispatch();
  return (
    <ModalOverlay className="modal modal-open" isOpen isDismissable onOpenChange={(open) => !open && act(opened(null))}>
      <Modal className="modal-box">
        <Dialog>
          <div className="head">
            <Heading slot="title" level={2}>
              {title}
            </Heading>
            <span className="acts">
              <Button slot="close" className="quiet small">
                Close
              </Button>
            </span>
          </div>
          {children}
        </Dialog>
      </Modal>
    </ModalOverlay>
  );
}
