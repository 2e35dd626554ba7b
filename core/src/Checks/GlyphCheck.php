<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Message;

/** Finds characters that no font has, and fonts that are missing. */
final readonly class GlyphCheck implements Check
{
    public function warnings(Inspected $piece): iterable
    {
        foreach ($piece->laid->texts() as $text) {
            if ([] !== $text->missing) {
                yield new Warning(
                    WarningKind::Glyph,
                    Severity::WillLookWrong,
                    $text->layer,
                    $text->name,
                    new Message('warnings.no_glyph', ['characters' => implode(' ', $text->missing)]),
                    $piece->box($text->layer),
                    \count($text->missing),
                    0,
                    [Remedy::ChangeCell, Remedy::OtherFont],
                );
            }
            if (null !== $text->unknownFont) {
                yield new Warning(
                    WarningKind::Font,
                    Severity::WillLookWrong,
                    $text->layer,
                    $text->name,
                    new Message('warnings.no_font', ['font' => $text->unknownFont]),
                    $piece->box($text->layer),
                    remedies: [Remedy::OtherFont],
                );
            }
        }
    }
}
