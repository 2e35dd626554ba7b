// What scripts say, in the reader's language: the page brings the sentences of the catalogue `scripts` along.
import {IntlMessageFormat} from 'intl-messageformat';

const state = {sentences: null, ready: new Map()};
const sentences = () => (state.sentences ??= JSON.parse(document.getElementById('sentences').textContent));
const language = () => document.documentElement.lang;

// A sentence by its id, with what stands in its slots; an id that is nowhere is shown as it is.
export function t(id, slots = {}) {
    if (!state.ready.has(id)) state.ready.set(id, new IntlMessageFormat(sentences()[id] ?? id, language()));
    return state.ready.get(id).format(slots);
}

// A list as in “a, b and c”.
export const list = (all) => new Intl.ListFormat(language(), {type: 'conjunction'}).format(all);
