// Dialogs opened by a button that names them, files that are sent as soon as chosen, and parts a choice shows.
import './menus.js';
import {part} from './parts.js';

part('body', ({on}) => {
    on(document, 'click', (event) => {
        const opener = event.target.closest('[data-dialog]');
        if (opener) document.getElementById(opener.dataset.dialog).showModal();
        const picker = event.target.closest('[data-picks]');
        if (picker) document.getElementById(picker.dataset.picks).click();
        if (event.target.closest('[data-close]')) event.target.closest('dialog').close();
        if (event.target instanceof HTMLDialogElement) event.target.close();
    });

    // A part of the page that is redrawn leaves an open dialog in it open.
    Object.assign(window.Idiomorph.defaults.callbacks, {
        beforeAttributeUpdated: (name, node) => !(name === 'open' && node instanceof HTMLDialogElement),
    });

    // An address that names a dialog opens it.
    const named = document.getElementById(window.location.hash.slice(1));
    if (named instanceof HTMLDialogElement) named.showModal();

    on(document, 'change', (event) => {
        if (event.target.type === 'file' && event.target.closest('[data-autosubmit]'))
            event.target.form.requestSubmit();
        const shows = event.target.dataset?.shows;
        if (shows) document.getElementById(shows).hidden = event.target.value !== 'own';
    });
});
