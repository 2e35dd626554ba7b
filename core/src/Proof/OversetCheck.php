<?php

declare(strict_types=1);

namespace Morphea\Core\Proof;

/** Words that stick out of their frame even after the fit rule has done what it may. Measured and limit are sizes in dots. */
final readonly class OversetCheck implements Check
{
    public function findings(Inspected $piece): iterable
    {
        foreach ($piece->laid->texts() as $text) {
            if ($text->overset) {
                yield new Finding(
                    FindingKind::Overset,
                    Severity::WillLookWrong,
                    $text->layer,
                    "$text->name: does not fit its frame.",
                    $piece->box($text->layer),
                    $text->size,
                    $text->wantedSize,
                    [Remedy::OtherRule, Remedy::LargerFrame, Remedy::ChangeCell],
                );
            }
        }
    }
}
