// One piece: arrows flip; a full stop goes to the next warning, behind the last to the next row; A takes a warning as it
// is, T touches the piece up; Escape to the light table.
import {isTyping} from './typing.js';
import './before.js';
import {part} from './parts.js';

const piece = () => document.querySelector('.proof-piece');
const warnings = () => [...document.querySelectorAll('.warning')];
const here = () =>
    document.activeElement?.closest('.warning') ?? document.querySelector('.warning:target') ?? warnings()[0];

part('body', ({on}) => {
    let begun = false;

    function next() {
        const all = warnings();
        const at = begun || document.activeElement?.closest('.warning') ? all.indexOf(here()) : -1;
        begun = true;
        const to = all[at + 1];
        if (!to) return document.getElementById('next-row')?.click();
        to.focus();
        to.scrollIntoView({block: 'nearest'});
        document.querySelectorAll('.found-mark').forEach((mark) => {
            mark.classList.toggle('on', mark.getAttribute('href') === `#${to.id}`);
        });
    }
    const keys = {
        ArrowLeft: () => document.getElementById('piece-before')?.click(),
        ArrowRight: () => document.getElementById('piece-after')?.click(),
        Escape: () => (window.location = piece().dataset.back),
        '.': next,
        a: () => here()?.querySelector('[data-accept]')?.click(),
        t: () => (here()?.querySelector('[data-touch-up]') ?? document.getElementById('touch-piece'))?.click(),
    };
    on(document, 'keydown', (event) => {
        if (!piece() || isTyping(event)) return;
        if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') {
            event.preventDefault();
            return document.getElementById(event.shiftKey ? 'redo' : 'undo')?.click();
        }
        const action =
            event.ctrlKey || event.metaKey || event.altKey ? null : (keys[event.key] ?? keys[event.key.toLowerCase()]);
        if (action) {
            event.preventDefault();
            action();
        }
    });

    // To the cell that a warning comes from.
    on(document, 'click', ({target}) => {
        const asked = target.closest('[data-cell]');
        if (!asked) return;
        const field = document.getElementById('cells').elements[asked.dataset.cell];
        field.focus();
        field.select();
    });
});
