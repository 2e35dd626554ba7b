import {isTyping} from './typing.js';
import {part} from './parts.js';

// How a piece is without its touch-up, for as long as one wants to see it.
const button = () => document.getElementById('see-before');
function turn() {
    const on = button().getAttribute('aria-pressed') !== 'true';
    button().setAttribute('aria-pressed', String(on));
    document.body.classList.toggle('seeing-before', on);
}

part('#work', ({on}) => {
    on(document, 'click', ({target}) => target.closest('[data-see-before]') && turn());
    on(document, 'keydown', (event) => {
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
    on(document, 'htmx:afterSettle', () => {
        if (button()?.getAttribute('aria-pressed') !== 'true') document.body.classList.remove('seeing-before');
    });
});
