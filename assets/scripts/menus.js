// Menus: opened by their button or the arrow on it, gone through by arrows and first letters, closed by Escape or a
// choice.
import {part} from './parts.js';

const buttonOf = (menu) => document.querySelector(`[popovertarget="${menu.id}"]`);
// The same as part/menu.html.twig makes, for parts that scripts draw. `items` are [words, what happens].
export function menu(id, words, says, list) {
    const button = Object.assign(document.createElement('button'), {
        type: 'button',
        id,
        className: 'btn btn-plain menu-button',
        textContent: words,
    });
    Object.entries({
        popovertarget: `${id}-menu`,
        'aria-haspopup': 'menu',
        'aria-expanded': 'false',
        'aria-label': says,
    }).forEach(([name, value]) => button.setAttribute(name, value));
    const made = Object.assign(document.createElement('div'), {id: `${id}-menu`, className: 'menu'});
    Object.entries({popover: '', role: 'menu', 'aria-labelledby': id}).forEach(([name, value]) =>
        made.setAttribute(name, value),
    );
    made.append(
        ...list.map(([text, act]) => {
            const item = Object.assign(document.createElement('button'), {
                type: 'button',
                tabIndex: -1,
                textContent: text,
            });
            item.setAttribute('role', 'menuitem');
            item.addEventListener('click', act);
            return item;
        }),
    );
    return [button, made];
}
const items = (menu) => [...menu.querySelectorAll('[role="menuitem"]')];

part('body', ({on}) => {
    on(
        document,
        'toggle',
        (event) => {
            const menu = event.target;
            if (!menu.matches?.('[role="menu"]')) return;
            const button = buttonOf(menu);
            button.setAttribute('aria-expanded', String(event.newState === 'open'));
            if (event.newState !== 'open') return;
            const at = button.getBoundingClientRect();
            const below = at.bottom + menu.offsetHeight + 12 < innerHeight;
            // On the page rather than on the menu: a part that is drawn anew meanwhile keeps its place.
            const {style} = document.documentElement;
            style.setProperty('--menu-left', `${Math.max(8, Math.min(at.left, innerWidth - menu.offsetWidth - 8))}px`);
            style.setProperty('--menu-top', `${below ? at.bottom + 4 : Math.max(8, at.top - menu.offsetHeight - 4)}px`);
            items(menu)[0]?.focus();
        },
        true,
    );

    // Before any other script hears of the key: while a menu is open, keys are its own.
    on(
        window,
        'keydown',
        (event) => {
            const button = event.target.closest?.('[popovertarget]');
            if (button && (event.key === 'ArrowDown' || event.key === 'ArrowUp')) {
                event.preventDefault();
                event.stopPropagation();
                document.getElementById(button.getAttribute('popovertarget')).showPopover();
                return;
            }
            const menu = event.target.closest?.('[role="menu"]');
            if (!menu) return;
            event.stopPropagation();
            const all = items(menu);
            const at = all.indexOf(document.activeElement);
            const step = {ArrowDown: 1, ArrowUp: -1}[event.key];
            if (event.key === 'Tab') {
                menu.hidePopover();
                return;
            }
            const next = step
                ? all[(at + step + all.length) % all.length]
                : event.key === 'Home'
                  ? all[0]
                  : event.key === 'End'
                    ? all.at(-1)
                    : event.key.length === 1 &&
                      event.key !== ' ' &&
                      [...all.slice(at + 1), ...all.slice(0, at + 1)].find((item) =>
                          item.textContent.trim().toLowerCase().startsWith(event.key.toLowerCase()),
                      );
            if (!next) return;
            event.preventDefault();
            next.focus();
        },
        true,
    );
    on(document, 'click', (event) => event.target.closest('[role="menuitem"]')?.closest('[role="menu"]').hidePopover());
});
