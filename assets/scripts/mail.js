// The email that is shown beside its words is flipped.
import './words.js';
import {part} from './parts.js';

part('body', ({on}) => {
    // Enter in a field presses the first button of a form, which here would send: only a button that was asked for it does.
    on(document, 'submit', (event) => {
        const asks = document.getElementById('send-dialog');
        if (asks && event.target.id === 'order' && !event.submitter?.closest('dialog[open]')) event.preventDefault();
    });
    on(document, 'click', (event) => {
        const button = event.target.closest('[data-at]');
        if (!button) return;
        document.getElementById('at').value = button.dataset.at;
        htmx.trigger('#order', 'flipped');
    });
    // Page keys go through the emails, as they go through rows elsewhere.
    on(document, 'keydown', (event) => {
        const step = {PageDown: 1, PageUp: -1}[event.key];
        const buttons = document.querySelectorAll('#mail-seen [data-at]');
        if (!step || event.ctrlKey || event.altKey || !buttons.length) return;
        event.preventDefault();
        const button = buttons[step < 0 ? 0 : 1];
        if (!button.disabled) button.click();
    });
});
