// The strip of scenes under the stage, by hand and by keys.
import {edit} from './screen.js';
import {part} from './parts.js';

const state = {
    // The scene that is being made longer by its end.
    dragged: null,
};

function longer(scene, by) {
    const fixed = scene.dataset.by === 'seconds';
    const field = fixed ? 'seconds' : 'hold';
    const value = Math.max(fixed ? 0.1 : 0, Number(scene.dataset[field]) + by);
    edit('/scenes', {scene: scene.dataset.scene, [`set[length.${field}]`]: value.toFixed(2)});
}
export const isDrawn = () => state.dragged !== null;
const EDGE = 9;
const SECONDS = 10;
const scenesAt = () =>
    [...document.querySelectorAll('.scene:not(.closed)')].map((scene) => [scene, scene.getBoundingClientRect()]);

part('#work', ({on}) => {
    // On a scene: arrows go to the next, with Shift they move it, + and - make it longer, Delete takes it away.
    on(
        document,
        'keydown',
        (event) => {
            const scene = event.target.closest?.('.scene');
            if (!scene || event.ctrlKey || event.metaKey || event.altKey) return;
            const by = {'+': 0.1, '-': -0.1}[event.key];
            const steps = {ArrowLeft: -1, ArrowRight: 1}[event.key];
            if (by) longer(scene, by);
            else if (steps && event.shiftKey)
                edit('/scenes', {scene: scene.dataset.scene, do: steps < 0 ? 'left' : 'right'});
            else if (steps) (steps < 0 ? scene.previousElementSibling : scene.nextElementSibling)?.focus();
            else if (event.key === 'Delete') edit('/scenes', {scene: scene.dataset.scene, do: 'remove'});
            else return;
            event.preventDefault();
            event.stopImmediatePropagation();
        },
        true,
    );
    on(document, 'pointerdown', (event) => {
        const scene = event.target.closest?.('.scene');
        if (!scene || event.button !== 0) return;
        const box = scene.getBoundingClientRect();
        if (box.right - event.clientX > EDGE) return;
        event.preventDefault();
        state.dragged = {
            scene,
            x: event.clientX,
            width: box.width,
            seconds: parseFloat(scene.querySelector('.num').textContent),
        };
    });
    on(document, 'pointermove', (event) => {
        if (!state.dragged) return;
        state.dragged.to = Math.max(
            0.1,
            Math.round(
                SECONDS *
                    ((state.dragged.seconds * (state.dragged.width + event.clientX - state.dragged.x)) /
                        state.dragged.width),
            ) / SECONDS,
        );
        state.dragged.scene.querySelector('.num').textContent = `${state.dragged.to} s`;
    });
    on(document, 'pointerup', () => {
        if (!state.dragged) return;
        const {scene, to, seconds} = state.dragged;
        if (to !== undefined && to !== seconds) {
            longer(scene, to - seconds);
        }
        setTimeout(() => {
            state.dragged = null;
        });
    });

    // A line is drawn longer by its ends, from scene to scene: its layers come and go with others then.
    let line = null;
    on(document, 'pointerdown', (event) => {
        const stitch = event.target.closest?.('.scene-stitch');
        if (!stitch || event.button !== 0) return;
        event.preventDefault();
        const box = stitch.getBoundingClientRect();
        line = {
            stitch,
            start: event.clientX - box.left < box.width / 2,
            box: stitch.parentElement.getBoundingClientRect(),
        };
    });
    on(document, 'pointermove', (event) => {
        if (!line) return;
        const scenes = scenesAt();
        const edge = ([, box]) => (line.start ? box.left : box.right);
        const nearest = scenes.reduce((best, one) =>
            Math.abs(edge(one) - event.clientX) < Math.abs(edge(best) - event.clientX) ? one : best,
        );
        const from = parseFloat(line.stitch.style.left);
        const to = from + parseFloat(line.stitch.style.width);
        const at = (100 * (edge(nearest) - line.box.left)) / line.box.width;
        if (line.start ? at < to - 0.5 : at > from + 0.5) {
            line.scene = nearest[0];
            line.stitch.style.left = `${line.start ? at : from}%`;
            line.stitch.style.width = `${line.start ? to - at : at - from}%`;
        }
    });
    on(document, 'pointerup', () => {
        if (!line) return;
        const {scene, start, stitch} = line;
        line = null;
        if (!scene) return;
        const scenes = [...document.querySelectorAll('.scene')];
        const outer = start ? scene === scenes[0] : scene === scenes.at(-1);
        edit('/set', {
            layer: stitch.dataset.layers,
            [`set[stay.${start ? 'comes' : 'goes'}]`]: outer ? '' : scene.dataset.scene,
        });
    });
});
