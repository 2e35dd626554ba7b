import {edit} from './screen.js';

// The strip of beats under the stage, by hand and by keys.
// On a beat: arrows go to the next, with Shift they move it, + and - make it longer, Delete takes it away.
function longer(beat, by) {
    const fixed = beat.dataset.by === 'seconds';
    const field = fixed ? 'seconds' : 'hold';
    const value = Math.max(fixed ? 0.1 : 0, Number(beat.dataset[field]) + by);
    edit('/beats', {beat: beat.dataset.beat, [`set[length.${field}]`]: value.toFixed(2)});
}
document.addEventListener(
    'keydown',
    (event) => {
        const beat = event.target.closest?.('.beat');
        if (!beat || event.ctrlKey || event.metaKey || event.altKey) return;
        const by = {'+': 0.1, '-': -0.1}[event.key];
        const steps = {ArrowLeft: -1, ArrowRight: 1}[event.key];
        if (by) longer(beat, by);
        else if (steps && event.shiftKey) edit('/beats', {beat: beat.dataset.beat, do: steps < 0 ? 'left' : 'right'});
        else if (steps) (steps < 0 ? beat.previousElementSibling : beat.nextElementSibling)?.focus();
        else if (event.key === 'Delete') edit('/beats', {beat: beat.dataset.beat, do: 'remove'});
        else return;
        event.preventDefault();
        event.stopImmediatePropagation();
    },
    true,
);

// A beat is made longer by its end.
let dragged = null;
export const isDrawn = () => dragged !== null;
const EDGE = 9;
const SECONDS = 10;
document.addEventListener('pointerdown', (event) => {
    const beat = event.target.closest?.('.beat');
    if (!beat || event.button !== 0) return;
    const box = beat.getBoundingClientRect();
    if (box.right - event.clientX > EDGE) return;
    event.preventDefault();
    dragged = {beat, x: event.clientX, width: box.width, seconds: parseFloat(beat.querySelector('.num').textContent)};
});
document.addEventListener('pointermove', (event) => {
    if (!dragged) return;
    dragged.to = Math.max(
        0.1,
        Math.round(SECONDS * ((dragged.seconds * (dragged.width + event.clientX - dragged.x)) / dragged.width)) /
            SECONDS,
    );
    dragged.beat.querySelector('.num').textContent = `${dragged.to} s`;
});
document.addEventListener('pointerup', () => {
    if (!dragged) return;
    const {beat, to, seconds} = dragged;
    if (to !== undefined && to !== seconds) {
        longer(beat, to - seconds);
    }
    setTimeout(() => {
        dragged = null;
    });
});

// A line is drawn longer by its ends, from beat to beat: its layers come and go with others then.
let line = null;
document.addEventListener('pointerdown', (event) => {
    const stitch = event.target.closest?.('.beat-stitch');
    if (!stitch || event.button !== 0) return;
    event.preventDefault();
    const box = stitch.getBoundingClientRect();
    line = {stitch, start: event.clientX - box.left < box.width / 2, box: stitch.parentElement.getBoundingClientRect()};
});
const beatsAt = () =>
    [...document.querySelectorAll('.beat:not(.closed)')].map((beat) => [beat, beat.getBoundingClientRect()]);
document.addEventListener('pointermove', (event) => {
    if (!line) return;
    const beats = beatsAt();
    const edge = ([, box]) => (line.start ? box.left : box.right);
    const nearest = beats.reduce((best, one) =>
        Math.abs(edge(one) - event.clientX) < Math.abs(edge(best) - event.clientX) ? one : best,
    );
    const from = parseFloat(line.stitch.style.left);
    const to = from + parseFloat(line.stitch.style.width);
    const at = (100 * (edge(nearest) - line.box.left)) / line.box.width;
    if (line.start ? at < to - 0.5 : at > from + 0.5) {
        line.beat = nearest[0];
        line.stitch.style.left = `${line.start ? at : from}%`;
        line.stitch.style.width = `${line.start ? to - at : at - from}%`;
    }
});
document.addEventListener('pointerup', () => {
    if (!line) return;
    const {beat, start, stitch} = line;
    line = null;
    if (!beat) return;
    const beats = [...document.querySelectorAll('.beat')];
    const outer = start ? beat === beats[0] : beat === beats.at(-1);
    edit('/set', {
        layer: stitch.dataset.layers,
        [`set[stay.${start ? 'comes' : 'goes'}]`]: outer ? '' : beat.dataset.beat,
    });
});
