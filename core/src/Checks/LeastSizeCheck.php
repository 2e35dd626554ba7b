<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Message;

/** Finds text that fits only at the smallest size its rule allows. The measured value and the limit are sizes in dots. */
final readonly class LeastSizeCheck implements Check
{
    /** So many times its least size, a text is as good as there. */
    private const NEAR = 1.05;

    public function warnings(Inspected $piece): iterable
    {
        foreach ($piece->design->page($piece->page)->layers as $layer) {
            $text = $piece->laid->text($layer->id);
            $least = $layer instanceof TextLayer ? $layer->fit->leastSize : null;
            if (null === $text || null === $least || 0 === $text->lines || $text->overset || $least >= $text->wantedSize) {
                continue;
            }
            if ($text->size <= self::NEAR * $least) {
                yield new Warning(
                    WarningKind::Small,
                    Severity::LookAtIt,
                    $text->layer,
                    $text->name,
                    new Message('warnings.smallest', ['size' => $piece->size($text->size)]),
                    $piece->box($text->layer),
                    $text->size,
                    $text->wantedSize,
                    [Remedy::FewerLetters, Remedy::LargerFrame, Remedy::OtherRule],
                );
            }
        }
    }
}
