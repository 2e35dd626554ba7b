<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Design\Properties\Unit;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Layout\PictureFacts;
use Morphea\Core\Rendering\Layout\PictureState;

/** Finds pictures that are missing, and pictures with too few pixels for the size they are shown at. */
final readonly class PictureCheck implements Check
{
    public function warnings(Inspected $piece): iterable
    {
        foreach ($piece->laid->pictures() as $picture) {
            if (PictureState::Missing === $picture->state) {
                yield new Warning(
                    WarningKind::Picture,
                    self::missing($picture),
                    $picture->layer,
                    $picture->name,
                    new Message('warnings.picture_missing', ['picture' => $picture->wanted, 'instead' => $picture->instead()]),
                    $piece->box($picture->layer),
                    remedies: [Remedy::BringPicture, Remedy::ChangeCell, Remedy::OtherRule],
                );
            }
            yield from self::coarse($piece, $picture);
        }
    }

    /** @return iterable<Warning> measured in pixels an inch on paper, in dots a pixel on screens */
    private static function coarse(Inspected $piece, PictureFacts $picture): iterable
    {
        $design = $piece->design;
        $paper = Unit::Pixel !== $design->unit;
        $dpi = $picture->scale > 0 ? $design->dpi / $picture->scale : \INF;
        if ($paper ? $dpi >= $design->limits->dpi : $picture->scale <= $design->limits->enlarged) {
            return;
        }
        yield new Warning(
            WarningKind::Coarse,
            Severity::LookAtIt,
            $picture->layer,
            $picture->name,
            $paper
                ? new Message('warnings.low_dpi', [
                    'picture' => (string) $picture->picture,
                    'dpi' => round($dpi),
                    'limit' => $design->limits->dpi,
                ])
                : new Message('warnings.enlarged', ['picture' => (string) $picture->picture, 'scale' => round($picture->scale, 1)]),
            $piece->box($picture->layer),
            $paper ? $dpi : $picture->scale,
            $paper ? $design->limits->dpi : $design->limits->enlarged,
            [Remedy::LargerPicture, Remedy::SmallerFrame],
        );
    }

    private static function missing(PictureFacts $picture): Severity
    {
        return match (true) {
            $picture->refused => Severity::CannotBeMade,
            null === $picture->picture => Severity::WillLookWrong,
            default => Severity::LookAtIt,
        };
    }
}
