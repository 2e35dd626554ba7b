<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Design\Model\CodeLayer;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\Bounds;

/**
 * Finds text and codes that are trimmed or too close to the trim, measured by the ink of their letters, and layers that
 * lie completely off the page. The measured value is how far they stick out, in dots.
 */
final readonly class EdgeCheck implements Check
{
    /** Dots that nobody sees. */
    private const HARDLY = 0.5;

    public function warnings(Inspected $piece): iterable
    {
        $design = $piece->design;
        $page = Bounds::of(0, 0, $design->width, $design->height);
        foreach ($design->page($piece->page)->layers as $layer) {
            $box = $piece->box($layer->id);
            // What does not fit its frame is told as that.
            if (null === $box || $layer->hidden || true === $piece->laid->text($layer->id)?->overset) {
                continue;
            }
            if (!$box->meets($page->grown($design->bleed))) {
                $what = new Message('warnings.outside');
                yield self::warning($layer, Severity::LookAtIt, $what, $box, self::out($box, $page), 0);
            } elseif ($layer instanceof TextLayer || $layer instanceof CodeLayer) {
                yield from self::near($layer, $box, $page, $design->safeMargin);
            }
        }
    }

    /** @return iterable<Warning> */
    private static function near(Layer $layer, Bounds $box, Bounds $page, float $margin): iterable
    {
        if (self::out($box, $page) > self::HARDLY) {
            yield self::warning($layer, Severity::WillLookWrong, new Message('warnings.cut_at_edge'), $box, self::out($box, $page), 0);
        } elseif ($margin > 0 && self::out($box, $page->grown(-$margin)) > self::HARDLY) {
            $out = self::out($box, $page->grown(-$margin));
            yield self::warning($layer, Severity::LookAtIt, new Message('warnings.outside_margin'), $box, $out, $margin);
        }
    }

    /** How far one box sticks out of another on its worst side. */
    private static function out(Bounds $box, Bounds $of): float
    {
        return max(0.0, $of->left - $box->left, $of->top - $box->top, $box->right - $of->right, $box->bottom - $of->bottom);
    }

    private static function warning(Layer $layer, Severity $severity, Message $what, Bounds $box, float $measured, float $limit): Warning
    {
        $remedies = [Remedy::SmallerFrame, Remedy::OtherRule, Remedy::ChangeCell];

        return new Warning(WarningKind::Edge, $severity, $layer->id, $layer->name, $what, $box, $measured, $limit, $remedies);
    }
}
