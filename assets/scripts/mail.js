// The mail that is shown beside its words is flipped.
import './words.js';

document.addEventListener('click', (event) => {
    const button = event.target.closest('[data-at]');
    if (!button) return;
    document.getElementById('at').value = button.dataset.at;
    htmx.trigger('#order', 'flipped');
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
