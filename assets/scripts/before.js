import {isTyping} from './typing.js';

// How a piece is without its touch-up, for as long as one wants to see it.
const button = () => document.getElementById('see-before');
function turn() {
    const on = button().getAttribute('aria-pressed') !== 'true';
    button().setAttribute('aria-pressed', String(on));
    document.body.classList.toggle('seeing-before', on);
}
document.addEventListener('click', ({target}) => target.closest('[data-see-before]') && turn());
document.addEventListener('keydown', (event) => {
    if (
        event.key.toLowerCase() !== 'b' ||
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        isTyping(event) ||
        !button()
    )
        return;
    event.preventDefault();
    turn();
});
// The stage is drawn anew as it is.
document.addEventListener('htmx:afterSettle', () => {
    if (button()?.getAttribute('aria-pressed') !== 'true') document.body.classList.remove('seeing-before');
});
