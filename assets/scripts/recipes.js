// Setting up a recipe: a sentence whose choices are controls, and how it comes out while they are made.
import {id} from './ids.js';
import {change, column, selectedColumn, taste} from './grid.js';
import {makers} from './recipe-fields.js';
import {part} from './parts.js';

part('#grid', ({on}) => {
    const dialog = document.getElementById('recipe');
    const sentence = document.getElementById('recipe-sentence');
    const below = document.getElementById('recipe-below');
    const kind = document.getElementById('recipe-kind');
    // Kinds of recipes as the core declares them: sentences whose {fields} are controls; a phrase in an array is only there while
    // a field has one of some values.
    const recipes = JSON.parse(dialog.dataset.forms);
    let editing = null;
    let from = null;
    // Behind which column a new one goes; it comes last where nobody said so.
    let beside = null;

    // What is seen by nobody, and stays as it is.
    let secrets = {};

    // All of the sentence, and those of the phrase that is being made.
    let all = {};
    let controls = all;
    const fields = () => recipes[kind.value].fields;
    // A new one begins with the column it was asked for at, so that something comes out at once.
    function start({control: type, begins, start: said, maybe}) {
        if (said !== undefined) return said;
        if (type === 'column') return maybe ? '' : from;
        const first = {pattern: [{column: from, shown: 'as-written'}], several: [from]}[type];
        return begins && from ? first : ({words: ''}[type] ?? []);
    }
    function control(name, recipe) {
        const field = fields()[name];
        const made = makers[field.control](field.label, recipe[name] ?? start(field), {
            ...field,
            id: `recipe-${name}`,
            editing,
        });
        if (!made.matches('.below')) made.id = `recipe-${name}${controls === all ? '' : `-${recipe.phrase}`}`;
        controls[name] = made;
        return made;
    }
    const phrase = (words, recipe) =>
        words.split(/(\{\w+\})/).map((part) => (part.startsWith('{') ? control(part.slice(1, -1), recipe) : part));
    function draw(recipe = {}) {
        controls = all = {};
        const given = {...recipe};
        secrets = Object.fromEntries(
            Object.entries(fields())
                .filter(([, {control: type}]) => type === 'secret')
                .map(([name]) => [name, given[name] ?? id().replaceAll('-', '')]),
        );
        const {says, below: under = []} = recipes[kind.value];
        sentence.replaceChildren(
            ...says.flatMap((part, i) => {
                if (typeof part === 'string') return phrase(part, given);
                // The same choice may stand in two phrases of which one is shown; each has a control of its own.
                const [name, values, words] = part;
                const span = document.createElement('span');
                controls = span.own = {};
                span.append(...phrase(words, {...given, phrase: i}));
                controls = all;
                span.shown = () => values.includes(shownControls()[name]?.take());
                return [span];
            }),
        );
        below.replaceChildren(...under.map((name) => control(name, given)));
        reveal();
        preview();
    }
    const phrases = () => [...sentence.children].filter((part) => part.shown);
    const shownControls = () =>
        phrases()
            .filter((part) => !part.hidden)
            .reduce((sum, part) => ({...sum, ...part.own}), all);
    function reveal() {
        phrases().forEach((part) => {
            part.hidden = !part.shown();
        });
    }
    function read() {
        const recipe = Object.fromEntries(Object.entries(shownControls()).map(([name, one]) => [name, one.take()]));
        return {recipe: kind.value, ...recipe, ...secrets};
    }

    let waiting = 0;
    function preview() {
        clearTimeout(waiting);
        waiting = setTimeout(async () => {
            const {json} = await taste(read());
            const out = document.getElementById('recipe-taste');
            const say = (className, textContent) =>
                Object.assign(document.createElement('p'), {className, textContent});
            document.getElementById('recipe-take').disabled = Boolean(json.error);
            Object.values(all).forEach((one) => one.unmatched?.(json.unmatched ?? []));
            if (json.error) {
                out.replaceChildren(say('quiet mb-0', json.error));
                return;
            }
            const list = document.createElement('ol');
            json.cells.forEach((cell, i) => {
                const line = document.createElement('li');
                if (json.before && Object.values(fields()).some(({control: type}) => type === 'column'))
                    line.append(
                        Object.assign(document.createElement('span'), {
                            className: 'quiet',
                            dir: 'auto',
                            textContent: json.before[i] || 'empty',
                        }),
                        ' → ',
                    );
                line.append(
                    Object.assign(document.createElement('span'), {
                        dir: 'auto',
                        textContent: cell === '' ? 'empty' : cell,
                        className: cell === '' ? 'quiet' : '',
                    }),
                );
                list.append(line);
            });
            out.replaceChildren(list);
            if (json.empty)
                out.append(
                    say(
                        'state-look mb-0 mt-2',
                        `${json.empty.toLocaleString('en')} of ${json.of.toLocaleString('en')} come out empty.`,
                    ),
                );
            if (json.unmatched.length)
                out.append(
                    say(
                        'state-look mb-0 mt-2',
                        `Not in the list: ${json.unmatched
                            .slice(0, 12)
                            .map(([value, count]) => `${value} (${count})`)
                            .join(', ')}${json.unmatched.length > 12 ? ' …' : ''}`,
                    ),
                );
        }, 150);
    }
    on(document, 'recipe:open', ({detail}) => {
        editing = detail.recipe ? detail.key : null;
        from = detail.from ?? detail.key ?? selectedColumn() ?? null;
        beside = detail.from ?? null;
        kind.value = detail.recipe?.recipe ?? 'join';
        document.getElementById('recipe-title').textContent = editing
            ? `Recipe of ${column(editing).heading}`
            : 'A column from a recipe';
        document.getElementById('recipe-name').value = editing ? column(editing).heading : '';
        document.getElementById('recipe-name').disabled = Boolean(editing);
        draw(detail.recipe);
        dialog.showModal();
    });
    on(document.getElementById('new-recipe'), 'click', () =>
        document.dispatchEvent(new CustomEvent('recipe:open', {detail: {}})),
    );
    on(kind, 'change', () => draw());
    ['input', 'change'].forEach((type) =>
        on(dialog.querySelector('.recipe'), type, (event) => {
            if (event.target !== kind && event.target.id !== 'recipe-name') {
                reveal();
                preview();
            }
        }),
    );
    on(dialog.querySelector('form'), 'submit', (event) => {
        event.preventDefault();
        if (document.getElementById('recipe-take').disabled) return;
        dialog.close();
        const name = document.getElementById('recipe-name').value.trim();
        change(
            editing
                ? {op: 'recipe', key: editing, recipe: read()}
                : {
                      op: 'column-add',
                      heading: name || kind.selectedOptions[0].textContent,
                      behind: beside,
                      recipe: read(),
                  },
        );
    });
});
