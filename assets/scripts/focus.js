// What must stay in sight of a picture: a click on it where it is small, or arrow keys. Who shows the picture sends it
// on.
import {part} from './parts.js';

function set(button, x, y) {
    const round = (value) => Math.max(0, Math.min(1, value)).toFixed(3);
    document.dispatchEvent(
        new CustomEvent('focus:set', {detail: {address: button.dataset.focus, x: round(x), y: round(y)}}),
    );
}
const arrows = {ArrowLeft: [-0.05, 0], ArrowRight: [0.05, 0], ArrowUp: [0, -0.05], ArrowDown: [0, 0.05]};

part('body', ({on}) => {
    on(document, 'click', (event) => {
        const button = event.target.closest('[data-focus]');
        if (!button || event.detail === 0) return;
        const at = button.getBoundingClientRect();
        set(button, (event.clientX - at.left) / at.width, (event.clientY - at.top) / at.height);
    });
    on(
        document,
        'keydown',
        (event) => {
            const button = event.target.closest?.('[data-focus]');
            if (!button || !arrows[event.key]) return;
            event.preventDefault();
            event.stopPropagation();
            const cross = button.querySelector('.cross').style;
            set(
                button,
                parseFloat(cross.left) / 100 + arrows[event.key][0],
                parseFloat(cross.top) / 100 + arrows[event.key][1],
            );
        },
        true,
    );
});
