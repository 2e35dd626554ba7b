// The zone of this browser stands at the top of the list, chosen where none was chosen before.
import {part} from './parts.js';

part('[data-browser-zone]', ({element: select}) => {
    const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
    const known = [...select.options].find(({value}) => value === zone);
    if (!known) return;
    const words = select.dataset.browserZone.replace('%zone%', known.textContent);
    const first = new Option(words, zone);
    select.options[0].after(first);
    if (select.value === zone) first.selected = true;
});
