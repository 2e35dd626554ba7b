// Whether somebody is typing: keys and pastes then belong to what they type in.
export const isTyping = (event) =>
    Boolean(
        event.target.matches?.('input, select, textarea, [contenteditable]') ||
        event.target.closest?.('dialog, [contenteditable]'),
    );
