// The light table: by keys from piece to piece, and many selected to do one thing with them.
import {http} from './http.js';
import {isTyping} from './typing.js';
import {part} from './parts.js';
import {t} from './sentences.js';

const table = () => document.querySelector('.proof');
const cards = () => [...document.querySelectorAll('.lies')];
const focused = (event) => event.target.closest?.('.lies');

// As many as lie beside each other, and rows that are in sight.
function grid() {
    const all = cards();
    const top = all[0].getBoundingClientRect().top;
    const across = Math.max(1, all.filter((one) => Math.abs(one.getBoundingClientRect().top - top) < 4).length);
    const high = (all[across] ?? all[0]).getBoundingClientRect().top - top || all[0].offsetHeight;
    return {across, page: across * Math.max(1, Math.floor(document.querySelector('.proof-table').clientHeight / high))};
}
const ACROSS = [12, 6, 4, 3, 2, 1];
// 1,2,3,7 as people write it: 1-3, 7.
const ranges = (numbers) =>
    numbers
        .reduce((all, n) => {
            const last = all.at(-1);
            if (last && n === last[1] + 1) last[1] = n;
            else all.push([n, n]);
            return all;
        }, [])
        .map(([a, b]) => (a === b ? a : `${a}-${b}`))
        .join(', ');

part('body', ({on, end}) => {
    on(document, 'keydown', (event) => {
        if (event.ctrlKey || event.metaKey || event.altKey || (isTyping(event) && !event.target.matches('[data-pick]')))
            return;
        const all = cards();
        if (!all.length || event.target.closest('dialog')) return;
        const at = all.indexOf(focused(event));
        if (event.key === 'Escape' && picked.size) return show(picked.clear());
        if (event.key === ' ' && at >= 0 && !event.target.matches('[data-pick]')) {
            event.preventDefault();
            return pick(all[at], !picked.has(Number(all[at].dataset.number)), event.shiftKey);
        }
        const inTable = at >= 0 || event.target === document.body || event.target.closest('.proof-table');
        if (!inTable || event.target.matches('select')) return;
        const {across, page} = grid();
        const to = {
            ArrowRight: at + 1,
            ArrowLeft: Math.max(0, at - 1),
            ArrowDown: at < 0 ? 0 : at + across,
            ArrowUp: Math.max(0, at - across),
            PageDown: Math.max(0, at) + page,
            PageUp: Math.max(0, at - page),
            Home: 0,
            End: all.length - 1,
        }[event.key];
        if (to === undefined) return;
        event.preventDefault();
        if (event.key === 'Home' || event.key === 'End') return far(event.key === 'End');
        const next = all[Math.min(all.length - 1, to)];
        next.querySelector('.opens').focus();
        next.scrollIntoView({block: 'nearest'});
        if (event.shiftKey && at >= 0) pick(next, true, true);
    });

    // To the first or the last of all, which may have to come first.
    function far(last) {
        const sheet = document.querySelector('.proof-table');
        sheet.scrollTo({top: last ? sheet.scrollHeight : 0, behavior: 'instant'});
        const go = () => {
            const block = [...document.querySelectorAll('.light-block')].at(last ? -1 : 0);
            if (!block.children.length) return false;
            const card = last ? block.lastElementChild : block.firstElementChild;
            card.querySelector('.opens').focus();
            return true;
        };
        if (!go()) light.addEventListener('htmx:afterSettle', go, {once: true});
    }

    // ---- only what is near is there: blocks come when they come near and go when they are far, however many there are
    const light = document.getElementById('light');
    function fit() {
        const wide = parseFloat(getComputedStyle(light).getPropertyValue('--wide')) + 20;
        const most = Math.max(1, Math.floor((light.clientWidth + 20) / wide));
        const columns = ACROSS.find((one) => one <= most);
        light.style.setProperty('--columns', columns);
        // As high as a block that is there, by its rows.
        const first = light.querySelector('.light-block');
        const row = (first.offsetHeight + 22) / Math.max(1, Math.ceil(first.children.length / columns));
        light.querySelectorAll('.light-block[data-pieces]:empty').forEach((block) => {
            block.style.minHeight = `${Math.ceil(block.dataset.pieces / columns) * row - 22}px`;
        });
    }
    if (light) {
        fit();
        on(window, 'resize', fit);
        const near = new IntersectionObserver(
            (seen) =>
                seen.forEach(({isIntersecting, target}) => {
                    if (isIntersecting && !target.children.length) htmx.trigger(target, 'comes');
                    if (!isIntersecting && target.children.length && !target.contains(document.activeElement)) {
                        target.style.minHeight = `${target.offsetHeight}px`;
                        target.replaceChildren();
                    }
                }),
            {root: document.querySelector('.proof-table'), rootMargin: '150% 0px'},
        );
        end(() => near.disconnect());
        const watch = () => light.querySelectorAll('.light-block[data-pieces]').forEach((block) => near.observe(block));
        if (window.htmx) watch();
        else on(document, 'DOMContentLoaded', watch);
        // What is there is as high as it is.
        on(light, 'htmx:afterSettle', ({target}) => target.style.removeProperty('min-height'));
    }

    // ---- selecting: numbers, which hold for pieces that are not fetched yet
    const picked = new Set();
    let from = null;
    let order = null;
    // Of all pieces that lie here, in order; asked for once.
    const numbers = () =>
        (order ??= http(table().dataset.numbers).then((answer) => (answer.ok && answer.json()) || []));
    async function pick(card, on, range) {
        if (card.dataset.id === '0') return;
        const number = Number(card.dataset.number);
        const all = range && from !== null ? await numbers() : [];
        const [a, b] = [all.indexOf(from), all.indexOf(number)].sort((x, y) => x - y);
        (a < 0 ? [number] : all.slice(a, b + 1)).forEach((one) => picked[on ? 'add' : 'delete'](one));
        from = number;
        show();
    }
    function show() {
        const bar = document.getElementById('picked');
        const numbers = [...picked].sort((a, b) => a - b);
        const some = numbers.slice(0, 6).join(', ') + (numbers.length > 6 ? ' …' : '');
        bar.hidden = !numbers.length;
        bar.elements.numbers.value = numbers.join(',');
        document.getElementById('picked-says').textContent = t('light.selected', {count: numbers.length, rows: some});
        const press = document.getElementById('picked-press');
        press.href = `${press.dataset.press}?rows=${encodeURIComponent(ranges(numbers))}`;
        cards().forEach((card) => {
            const on = picked.has(Number(card.dataset.number)) && card.dataset.id !== '0';
            card.classList.toggle('on', on);
            const box = card.querySelector('[data-pick]');
            if (box) box.checked = on;
        });
    }

    on(document, 'click', async (event) => {
        const box = event.target.closest('[data-pick]');
        if (box) return pick(box.closest('.lies'), box.checked, event.shiftKey);
        const card = focused(event);
        if (card && (event.shiftKey || event.ctrlKey || event.metaKey)) {
            event.preventDefault();
            return pick(card, event.shiftKey || !picked.has(Number(card.dataset.number)), event.shiftKey);
        }
        if (event.target.closest('#pick-none')) return show(picked.clear());
        if (event.target.closest('#pick-all')) {
            (await numbers()).forEach((number) => picked.add(number));
            show();
        }
    });
    on(document, 'htmx:afterSettle', () => document.getElementById('picked') && show());

    // Pictures that came in are looked at; what is selected stays so until then.
    on(document, 'pictures:came', () => picked.size || location.reload());

    // What the pieces lie by goes at once.
    on(document, 'change', ({target}) => target.matches('[data-go]') && target.form.requestSubmit());
    on(document, 'keydown', (event) => {
        if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z' || isTyping(event)) return;
        event.preventDefault();
        document.getElementById(event.shiftKey ? 'redo' : 'undo')?.click();
    });
});
