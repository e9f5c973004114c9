import { say } from '@fleet-wren/wording';
import { useId, type ReactNode } from 'react';
import { Form, Modal } from 'react-bootstrap';

interface DialogProps {
  readonly title: ReactNode;
  readonly size?: 'lg' | 'xl';
  /** Without it the dialog has no way out but its own buttons. */
  readonly hide?: () => void;
  /** For a dialog that stays in the page; without it, shown as long as it is there. */
  readonly show?: boolean;
  /** Makes the whole a form, sent by Enter and by its button of type `submit`. */
  readonly onSubmit?: () => void;
  /** Bodies and a footer. */
  readonly children: ReactNode;
}

const SubmittedBy = ({ submit, children }: { readonly submit: () => void; readonly children: ReactNode }) => (
  <Form
    onSubmit={(event) => {
      event.preventDefault();
      submit();
    }}
  >
    {children}
  </Form>
);

/** The frame of a dialog: its title names it, a cross and Escape close it. */
export const Dialog = ({ title, size, hide, show = true, onSubmit, children }: DialogProps) => {
  const id = useId();
  const content = (
    <>
      <Modal.Header closeButton={hide !== undefined} closeLabel={say('common.close')}>
        <Modal.Title id={id}>{title}</Modal.Title>
      </Modal.Header>
      {children}
    </>
  );
  return (
    <Modal
      show={show}
      onHide={hide}
      size={size}
      centered
      backdrop={hide ? true : 'static'}
      keyboard={hide !== undefined}
      aria-labelledby={id}
    >
      {onSubmit ? <SubmittedBy submit={onSubmit}>{content}</SubmittedBy> : content}
    </Modal>
  );
};
