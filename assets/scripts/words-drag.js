// A chip is moved within its words, or into others, by the mouse.
import {carry} from './column-drag.js';
import {editorAt, wordsOf} from './words-editor.js';
import {part} from './parts.js';

part('body', ({on}) => {
    on(document, 'pointerdown', (event) => {
        const chip = event.target.closest?.('[data-words] .chip');
        if (!chip) return;
        const words = wordsOf(editorAt(chip));
        const at = Number(chip.dataset.at);
        const {part} = words.atoms[at];
        const column = words.columns.find(({key}) => key === part.column) ?? {heading: part.field ?? part.column};
        carry(event, column, {part, from: {words, at}});
    });
    // A press on a chip begins no selection of its own.
    on(document, 'mousedown', (event) => {
        if (event.target.closest?.('[data-words] .chip') && !event.shiftKey) event.preventDefault();
    });
});
