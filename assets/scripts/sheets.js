// The planner of print sheets: which parts of its sentence there are depends on the others; buttons set its values; labels
// of the first sheet are struck out where they are.
import {http} from './http.js';
import {part} from './parts.js';

part('#order', ({element: form, on}) => {
    const field = (name) => form.elements.namedItem(name);

    function reveal() {
        for (const part of form.querySelectorAll('[data-when]')) {
            const value = field(part.dataset.when)?.value ?? '';
            const is = part.dataset.is;
            const not = part.dataset.not;
            part.hidden = is !== undefined ? value !== is : not.split(' ').includes(value);
        }
        document.getElementById('rows-field').hidden = field('which').value !== 'some';
        form.querySelector('[data-for-copies]').hidden = field('sheet[copiesBy]').value !== '';
    }

    /** The measures of labels that are chosen, so that others can be said from there on. */
    function measure(option) {
        const measures = JSON.parse(option.dataset.measures ?? '{}');
        for (const [name, value] of Object.entries(measures)) {
            const own = field(`own[${name}]`);
            if (own) own.value = value;
        }
    }

    const plan = () => htmx.trigger(form, 'planned');

    function give(what) {
        if (what === 'gap') field('sheet[gap]').value = 0;
        else for (const mark of form.querySelectorAll('[name="sheet[marks][]"]:checked')) mark.checked = false;
        plan();
    }

    function strike(place) {
        const used = new Set(field('sheet[used]').value.split(',').filter(Boolean));
        if (!used.delete(place)) used.add(place);
        field('sheet[used]').value = [...used].join(',');
        plan();
    }

    /** Labels are kept or forgotten beside the rest of the order, which stays as it is. */
    async function labels(url) {
        const answer = await http(url, {method: 'POST', body: new FormData(form)});
        if (!answer.ok) return;
        document.getElementById('labels-part').outerHTML = answer.text();
        reveal();
        plan();
    }

    on(
        form,
        'change',
        (event) => {
            // The first sheet is shown again whenever something else is planned than which is looked at.
            if (!['at', 'face'].includes(event.target.id)) field('at').value = 1;
            if (event.target.id === 'label') {
                measure(event.target.selectedOptions[0]);
                // Labels are not cut: they come off one after the other.
                const order = field('sheet[order]');
                if (event.target.value !== '' && order.value === 'cut-and-stack') order.value = 'rows';
            }
            reveal();
            if (event.target.id === 'which' && event.target.value === 'some') document.getElementById('rows').focus();
        },
        true,
    );
    for (const name of ['kept', 'labelsName']) {
        on(field(name), 'change', (event) => event.stopPropagation());
        on(field(name), 'keydown', (event) => {
            if (event.key !== 'Enter') return;
            event.preventDefault();
            document.getElementById(name === 'kept' ? 'keep' : 'keep-labels').click();
        });
    }
    on(document, 'click', (event) => {
        const button = event.target.closest('button');
        if (!button) return;
        if (button.dataset.set) {
            document.getElementById(button.dataset.set).value = button.dataset.to;
            plan();
        } else if (button.dataset.give) give(button.dataset.give);
        else if (button.dataset.used) strike(button.dataset.used);
        else if (button.id === 'keep-labels' || button.id === 'forget-labels') labels(button.dataset.url);
    });
    // Page keys go through the sheets, as they go through rows elsewhere.
    on(document, 'keydown', (event) => {
        const step = {PageDown: 1, PageUp: -1}[event.key];
        if (!step || event.ctrlKey || event.altKey) return;
        const buttons = document.querySelectorAll('#sheet-stage [data-set="at"]');
        const button = buttons[step < 0 ? 0 : 1];
        if (!button) return;
        event.preventDefault();
        if (!button.disabled) button.click();
    });
    // What was pressed is pressed again after the sheet came anew.
    let pressed = null;
    on(document, 'htmx:beforeSwap', () => {
        const at = document.activeElement;
        pressed = at?.dataset.set
            ? `[data-set="${at.dataset.set}"][data-to="${at.dataset.to}"], [data-set="${at.dataset.set}"]:not(:disabled)`
            : at?.dataset.used
              ? `[data-used="${at.dataset.used}"]`
              : null;
    });
    on(document, 'htmx:afterSettle', () => {
        if (pressed && document.activeElement === document.body) document.querySelector(pressed)?.focus();
        pressed = null;
    });
    reveal();
});
