<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Layout\CodeFacts;
use Morphea\Core\Rendering\Layout\LaidOut;
use Morphea\Core\Rendering\Layout\LayerFacts;
use Morphea\Core\Rendering\Layout\PictureFacts;
use Morphea\Core\Rendering\Layout\TextFacts;

/**
 * Finds pieces that show nothing from their row, so that nobody could tell whose they are. All pages are checked
 * together.
 */
final readonly class UnfilledCheck
{
    /** @param list<LaidOut> $pages */
    public static function warning(Design $design, array $pages): ?Warning
    {
        $placeholders = array_filter($design->placeholders(), static fn (Layer $layer): bool => !$layer->hidden);
        $facts = array_replace([], ...array_map(static fn (LaidOut $page): array => $page->facts, $pages));
        foreach ($placeholders as $layer) {
            if (self::isFilled($facts[$layer->id] ?? null)) {
                return null;
            }
        }
        $what = [] === $placeholders
            ? new Message('warnings.unfilled_design')
            : new Message('warnings.unfilled_row');

        return new Warning(
            WarningKind::Unfilled,
            Severity::LookAtIt,
            '',
            new Message('warnings.piece'),
            $what,
            remedies: [Remedy::ChangeCell, Remedy::OtherColumn, Remedy::SwitchOff],
        );
    }

    private static function isFilled(?LayerFacts $facts): bool
    {
        return match (true) {
            $facts instanceof TextFacts => !$facts->empty && $facts->lines > 0,
            // A picture that is missing is told as that.
            $facts instanceof PictureFacts => null !== $facts->picture || '' !== $facts->wanted,
            $facts instanceof CodeFacts => !$facts->empty,
            default => false,
        };
    }
}
