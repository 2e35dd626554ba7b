<?php

declare(strict_types=1);

namespace Morphea\Core\Proof;

use Morphea\Core\Graphic\Contrast;

/** Letters that hardly stand out from a flat colour behind them. */
final readonly class ContrastCheck implements Check
{
    private const LEAST = Contrast::LEAST;

    public function findings(Inspected $piece): iterable
    {
        foreach ($piece->template->texts() as $text) {
            $facts = $piece->laid->text($text->id);
            $ratio = 0 < ($facts->lines ?? 0) ? Ground::contrast($piece->template, $text) : null;
            if (null !== $ratio && $ratio < self::LEAST) {
                yield new Finding(
                    FindingKind::Contrast,
                    Severity::LookAtIt,
                    $text->id,
                    $text->name,
                    \sprintf('contrast %.1f : 1 with what is behind; small letters need %s.', $ratio, self::LEAST),
                    $piece->box($text->id),
                    $ratio,
                    self::LEAST,
                    [Remedy::OtherColour],
                );
            }
        }
    }
}
