// Setting up a recipe: a sentence whose choices are controls, and how it comes out while they are made.
import {id} from './ids.js';
import {change, column, selectedColumn, taste} from './grid.js';
import {makers} from './recipe-fields.js';
import {part} from './parts.js';
import {t} from './sentences.js';

part('#grid', ({on}) => {
    const dialog = document.getElementById('recipe');
    const sentence = document.getElementById('recipe-sentence');
    const below = document.getElementById('recipe-below');
    const kind = document.getElementById('recipe-kind');
    // Kinds of recipes as the core declares them, in the reader's words: sentences whose {fields} are controls. Which of its
    // sentences it is goes by the value of one field.
    const recipes = JSON.parse(dialog.dataset.forms);
    let editing = null;
    let from = null;
    // Behind which column a new one goes; it comes last where nobody said so.
    let beside = null;

    // What is seen by nobody, and stays as it is.
    let secrets = {};
    let controls = {};
    let shown = null;
    const fields = () => recipes[kind.value].fields;
    // A new one begins with the column it was asked for at, so that something comes out at once.
    function start({control: type, begins, start: said, maybe}) {
        if (said !== undefined) return said;
        if (type === 'column') return maybe ? '' : from;
        const first = {pattern: [{column: from, shown: 'as-written'}], several: [from]}[type];
        return begins && from ? first : ({words: ''}[type] ?? []);
    }
    function control(name, field, value) {
        const made = makers[field.control](field.label, value, {...field, id: `recipe-${name}`, editing});
        if (!made.matches('.below')) made.id = `recipe-${name}`;
        return made;
    }
    function draw(given = {}) {
        const all = Object.entries(fields());
        const secret = ([, {control: type}]) => type === 'secret';
        secrets = Object.fromEntries(
            all.filter(secret).map(([name]) => [name, given[name] ?? id().replaceAll('-', '')]),
        );
        controls = Object.fromEntries(
            all
                .filter((one) => !secret(one))
                .map(([name, field]) => [name, control(name, field, given[name] ?? start(field))]),
        );
        below.replaceChildren(...recipes[kind.value].below.map((name) => controls[name]));
        shown = null;
        compose();
        preview();
    }
    // The sentence as the choices stand; its controls go from one to the next with what they hold.
    function compose() {
        const {by, of, sentences} = recipes[kind.value];
        const words = sentences[(by && of[controls[by].take()]) || 'plain'];
        if (words === shown) return;
        shown = words;
        const focused = document.activeElement;
        sentence.replaceChildren(
            ...words.split(/(\{\w+\})/).map((part) => (part.startsWith('{') ? controls[part.slice(1, -1)] : part)),
        );
        if (sentence.contains(focused)) focused.focus();
    }
    function read() {
        const here = Object.entries(controls).filter(([, one]) => one.isConnected);
        return {recipe: kind.value, ...Object.fromEntries(here.map(([name, one]) => [name, one.take()])), ...secrets};
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
            Object.values(controls).forEach((one) => one.unmatched?.(json.unmatched ?? []));
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
                            textContent: json.before[i] || t('recipe.empty'),
                        }),
                        ' → ',
                    );
                line.append(
                    Object.assign(document.createElement('span'), {
                        dir: 'auto',
                        textContent: cell === '' ? t('recipe.empty') : cell,
                        className: cell === '' ? 'quiet' : '',
                    }),
                );
                list.append(line);
            });
            out.replaceChildren(list);
            if (json.empty)
                out.append(say('state-look mb-0 mt-2', t('recipe.none_empty', {empty: json.empty, of: json.of})));
            if (json.unmatched.length)
                out.append(
                    say(
                        'state-look mb-0 mt-2',
                        t('recipe.unlisted', {
                            values: `${json.unmatched
                                .slice(0, 12)
                                .map(([value, count]) => `${value} (${count})`)
                                .join(', ')}${json.unmatched.length > 12 ? ' …' : ''}`,
                        }),
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
            ? t('recipe.of', {column: column(editing).heading})
            : t('recipe.new');
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
                compose();
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
