// The projects whose name holds what is typed; and another order as soon as it is chosen.
import {part} from './parts.js';
import {t} from './sentences.js';

part('#find', ({element: find, on}) => {
    const found = document.getElementById('found');
    on(find, 'input', () => {
        const words = find.value.toLowerCase().trim().split(/\s+/).filter(Boolean);
        const cards = [...document.querySelectorAll('#projects [data-name]')];
        for (const card of cards) card.hidden = !words.every((word) => card.dataset.name.includes(word));
        const count = cards.filter((card) => !card.hidden).length;
        found.hidden = !words.length;
        found.textContent = count
            ? t('projects.found', {count, all: cards.length})
            : t('projects.none', {name: find.value.trim()});
    });
});
part('#order', ({element, on}) => on(element, 'change', () => element.form.requestSubmit()));
