// A small dialog that asks for one line of text.
import { type FormEvent, useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';

type Props = {
  title: string;
  label: string;
  action: string;
  first?: string;
  hint?: string;
  onAnswer: (text: string) => void;
  onClose: () => void;
};

export function Ask({ title, label, action, first = '', hint, onAnswer, onClose }: Props) {
  const [text, setText] = useState(first);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (text.trim() === '') return;
    onAnswer(text.trim());
    onClose();
  };
  return (
    <Modal show onHide={onClose} centered>
      <Form onSubmit={submit}>
        <Modal.Header closeButton>
          <Modal.Title as="h2">{title}</Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <Form.Group controlId="ask">
            <Form.Label>{label}</Form.Label>
            <Form.Control
              autoFocus
              value={text}
              maxLength={120}
              onChange={(event) => setText(event.target.value)}
            />
            {hint && <Form.Text>{hint}</Form.Text>}
          </Form.Group>
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-primary" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" disabled={text.trim() === ''}>
            {action}
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
