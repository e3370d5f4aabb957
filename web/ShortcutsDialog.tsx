import Modal from 'react-bootstrap/Modal';

const SHORTCUTS = [
  { keys: '/', does: 'Search bags and notes' },
  { keys: 's', does: 'To the shelf' },
  { keys: 'n', does: 'Add a bag' },
  { keys: 'b', does: "Log a brew: of the bag in view, or of this morning's" },
  { keys: 'w', does: "Water on: lay out a brew at the bench, of the bag in view or of this morning's" },
  { keys: '1 … 6', does: 'At the bench: tick what is ready' },
  { keys: 'Space', does: 'At the bench: start, mark the stage as done, on to the cup' },
  { keys: 'e  u', does: 'At the bench: it is over; unmark the last stage' },
  { keys: 'a', does: "Same again: log a repeat of the last brew, of the bag in view or of this morning's" },
  { keys: 'F', does: 'At the cup: hold it down as long as the finish lasts' },
  { keys: 'l  j  m', does: 'In a level: too little, just right, too much' },
  { keys: 'Enter  ,', does: 'Among notes: the suggestion; the word as typed' },
  { keys: 'Ctrl Enter', does: 'Save the sheet in view' },
  { keys: '↑ ↓', does: 'In a mark: one step up or down' },
  { keys: '?', does: 'This list' },
];

/** The keys that save a wet hand some reaching. */
export function ShortcutsDialog({ show, onHide }: { show: boolean; onHide: () => void }) {
  return (
    <Modal show={show} onHide={onHide} aria-labelledby="shortcuts-title">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="shortcuts-title">
          Keys
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <table className="w-100">
          <tbody>
            {SHORTCUTS.map(({ keys, does }) => (
              <tr key={keys}>
                <td className="pe-3 pb-2">
                  <kbd>{keys}</kbd>
                </td>
                <td className="pb-2">{does}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Modal.Body>
    </Modal>
  );
}
