// Direct manipulation: what a press on the stage does. Handles, marquee and keys are modules of their own.
import {arm, grab} from './handles.js';
import {addText, typeInPlace} from './inplace.js';
import {marquee} from './marquee.js';
import {box, select, selection, withGroups} from './screen.js';
import './clipboard.js';
import './draw-frame.js';
import './stage-keys.js';
import {part} from './parts.js';

part('#work', ({on}) => {
    // A press on a box takes hold of it at once, whether it was selected before or not.
    on(
        document,
        'mousedown',
        (event) => {
            const target = event.target.closest?.('.box');
            if (!target || event.button !== 0 || document.body.classList.contains('picking')) return;
            const id = target.dataset.box;
            const now = selection();
            if (event.shiftKey) {
                event.preventDefault();
                select(now.includes(id) ? now.filter((one) => one !== id) : withGroups([...now, id]));
                return;
            }
            if (!now.includes(id)) grab(withGroups([id]), event);
        },
        true,
    );
    on(document, 'dblclick', (event) => {
        const target =
            event.target.closest?.('.box') ?? (event.target.closest?.('.moveable-control-box') && box(selection()[0]));
        if (target?.dataset.kind === 'text') typeInPlace(target);
    });
    // A key on a focused box is a click without a pointer.
    on(document, 'click', (event) => {
        const target = event.target.closest?.('.box');
        if (!target || event.detail !== 0) return;
        if (selection().includes(target.dataset.box) && target.dataset.kind === 'text') typeInPlace(target);
        else select(withGroups([target.dataset.box]));
    });

    on(document, 'click', (event) => event.target.closest('#add-text') && addText());

    on(document, 'htmx:afterSettle', arm);
    on(window, 'resize', arm);
    on(document, 'zoomed', arm);
    const begin = () => {
        arm();
        marquee();
    };
    document.readyState === 'complete' ? begin() : on(window, 'load', begin);
});
