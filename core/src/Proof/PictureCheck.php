<?php

declare(strict_types=1);

namespace Morphea\Core\Proof;

use Morphea\Core\Layout\PictureFacts;
use Morphea\Core\Layout\PictureState;

/** Pictures that are not there, and those that are too small for how large they are shown. */
final readonly class PictureCheck implements Check
{
    /** Dots that a pixel may cover before the eye sees it. */
    private const MOST_DOTS = 2.0;

    public function findings(Inspected $piece): iterable
    {
        foreach ($piece->laid->pictures() as $picture) {
            if (PictureState::Missing === $picture->state) {
                yield new Finding(
                    FindingKind::Picture,
                    self::missing($picture),
                    $picture->layer,
                    $picture->name,
                    "the picture “{$picture->wanted}” is missing; {$picture->instead()}.",
                    $piece->box($picture->layer),
                    remedies: [Remedy::BringPicture, Remedy::ChangeCell, Remedy::OtherRule],
                );
            }
            if ($picture->scale > self::MOST_DOTS) {
                yield new Finding(
                    FindingKind::Coarse,
                    Severity::LookAtIt,
                    $picture->layer,
                    $picture->name,
                    \sprintf(
                        '“%s” is shown %.1f times larger than it is and looks coarse.',
                        $picture->picture,
                        $picture->scale,
                    ),
                    $piece->box($picture->layer),
                    $picture->scale,
                    self::MOST_DOTS,
                    [Remedy::LargerPicture, Remedy::SmallerFrame],
                );
            }
        }
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
