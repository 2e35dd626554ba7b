// Posts go to other days by the mouse and by the arrow keys; one that is pressed opens.
import {http} from './http.js';
import {notice} from './notices.js';
import {part} from './parts.js';
import {t} from './sentences.js';

/** What is asked of a post; the month comes anew, with the focus where it was. */
async function move(address, fields, id) {
    const month = document.getElementById('month');
    const body = new URLSearchParams({...fields, month: month.dataset.month});
    const answer = await http(address, {method: 'POST', body});
    if (!answer.ok) return notice(t('server.not_moved'), true);
    month.outerHTML = answer.text();
    return document.getElementById(id)?.focus();
}

const later = (day, days) => {
    const date = new Date(`${day}T12:00:00Z`);
    date.setUTCDate(date.getUTCDate() + days);
    return date.toISOString().slice(0, 10);
};

// A post follows the pointer once that has moved a little; until then it is only pressed.
const LITTLE = 6;
const dayAt = (event) => {
    document.querySelector('.days .aim')?.classList.remove('aim');
    const day = document.elementFromPoint(event.clientX, event.clientY)?.closest('[data-day]');
    return day ?? null;
};

part('body', ({on}) => {
    const shown = document.getElementById('post-shown');
    const dialog = document.getElementById('post-dialog');
    let held = null;
    let letGo = false;
    on(document, 'pointerdown', (event) => {
        const post = event.button === 0 ? event.target.closest?.('.post[data-move]') : null;
        held = post ? {post, x: event.clientX, y: event.clientY, moved: false} : null;
    });
    on(document, 'pointermove', (event) => {
        if (!held) return;
        held.moved ||= Math.hypot(event.clientX - held.x, event.clientY - held.y) > LITTLE;
        if (!held.moved) return;
        held.post.style.translate = `${event.clientX - held.x}px ${event.clientY - held.y}px`;
        held.post.classList.add('held');
        dayAt(event)?.classList.add('aim');
    });
    on(document, 'pointerup', (event) => {
        const {post, moved} = held ?? {};
        held = null;
        if (!moved) return;
        letGo = true;
        requestAnimationFrame(() => {
            letGo = false;
        });
        const day = dayAt(event);
        post.style.translate = '';
        post.classList.remove('held');
        if (day && day !== post.closest('[data-day]')) move(post.dataset.move, {day: day.dataset.day}, post.id);
    });
    on(document, 'pointercancel', () => {
        held?.post.classList.remove('held');
        if (held) held.post.style.translate = '';
        held = null;
    });
    on(document, 'keydown', (event) => {
        const post = event.target.closest?.('.post[data-move]');
        const days = {ArrowLeft: -1, ArrowRight: 1, ArrowUp: -7, ArrowDown: 7}[event.key];
        if (!post || !days) return;
        event.preventDefault();
        move(post.dataset.move, {day: later(post.closest('[data-day]').dataset.day, days)}, post.id);
    });
    on(document, 'click', async (event) => {
        const post = event.target.closest?.('.post');
        // What was dragged is not opened by it.
        if (!post || letGo) return;
        const answer = await http(post.dataset.open);
        if (!answer.ok) return;
        shown.innerHTML = answer.text();
        dialog.showModal();
    });
    on(document, 'submit', (event) => {
        const form = event.target.closest('.post-when');
        if (!form) return;
        event.preventDefault();
        dialog.close();
        move(
            form.dataset.when,
            Object.fromEntries(new FormData(form)),
            `post-${form.dataset.when.match(/(\d+)\/move$/)[1]}`,
        );
    });
});
