// The mail as a sentence: words are sent along as lists of parts, and the mail that is shown is flipped beside them.
import './words.js';

const form = document.getElementById('order');

document.addEventListener('words:changed', (event) => {
    const field = document.getElementById(event.target.dataset.words);
    if (!form || !field) return;
    field.value = event.detail.parts;
    htmx.trigger(form, 'words-ready');
});
document.addEventListener('click', (event) => {
    const button = event.target.closest('[data-at]');
    if (!button) return;
    document.getElementById('at').value = button.dataset.at;
    htmx.trigger(form, 'flipped');
});
// Page keys go through the mails, as they go through rows elsewhere.
document.addEventListener('keydown', (event) => {
    const step = {PageDown: 1, PageUp: -1}[event.key];
    const buttons = document.querySelectorAll('#mail-seen [data-at]');
    if (!step || event.ctrlKey || event.altKey || !buttons.length) return;
    event.preventDefault();
    const button = buttons[step < 0 ? 0 : 1];
    if (!button.disabled) button.click();
});
