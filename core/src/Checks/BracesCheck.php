<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Message;

/** Finds braces in the text of a design that look like a column but do not name one. */
final readonly class BracesCheck implements Check
{
    public function warnings(Inspected $piece): iterable
    {
        foreach ($piece->design->page($piece->page)->layers as $layer) {
            if (!$layer instanceof TextLayer || $layer->hidden || 0 === ($piece->laid->text($layer->id)->lines ?? 0)) {
                continue;
            }
            foreach ($layer->content->pattern->words() as $words) {
                if (1 === preg_match('/\{[^{}\n]*\p{L}[^{}\n]*\}/u', $words, $found)) {
                    yield new Warning(
                        WarningKind::Braces,
                        Severity::LookAtIt,
                        $layer->id,
                        $layer->name,
                        new Message('warnings.braces', ['text' => $found[0]]),
                        $piece->box($layer->id),
                        remedies: [Remedy::OtherWords, Remedy::OtherColumn],
                    );
                    break;
                }
            }
        }
    }
}
