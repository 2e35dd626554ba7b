// The time zone of this browser: signing in hands it over, and the list of zones has it at the top.
import {part} from './parts.js';

const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;

part('[data-my-zone]', ({element: input}) => {
    input.value = zone;
});

part('[data-browser-zone]', ({element: select}) => {
    const known = [...select.options].find(({value}) => value === zone);
    if (!known || known.selected) return;
    select.prepend(new Option(select.dataset.browserZone.replace('%zone%', known.textContent), zone));
});
