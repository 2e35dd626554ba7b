<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Message;

/** Finds text that seems to have been cut off before it reached Morphea: by a form, a database field or an export. */
final readonly class CutOffCheck implements Check
{
    /** As many letters as fields of databases often hold. */
    private const FULL = [255, 256];

    public function warnings(Inspected $piece): iterable
    {
        foreach ($piece->laid->texts() as $text) {
            if (!$text->placeholder || $text->empty) {
                continue;
            }
            $words = trim($text->text);
            $letters = mb_strlen($words, 'UTF-8');
            $why = match (true) {
                1 === preg_match('/(?:…|\.\.\.)$/u', $words) => new Message('warnings.cut_dots'),
                \in_array($letters, self::FULL, true) => new Message('warnings.cut_length', ['count' => $letters]),
                default => null,
            };
            if (null !== $why) {
                yield new Warning(
                    WarningKind::CutOff,
                    Severity::LookAtIt,
                    $text->layer,
                    $text->name,
                    $why,
                    $piece->box($text->layer),
                    $letters,
                    remedies: [Remedy::ChangeCell],
                );
            }
        }
    }
}
