<?php

declare(strict_types=1);

namespace Morphea\Core\Proof;

use Morphea\Core\Layout\LaidOut;
use Morphea\Core\Layout\PictureState;

/** Pictures that are not there, that a row names none of, and that are too small for how large they are shown. */
final readonly class PictureCheck implements Check
{
    /** Dots that a pixel may cover before the eye sees it. */
    private const MOST_DOTS = 2.0;

    public function findings(LaidOut $piece): array
    {
        $findings = [];
        foreach ($piece->pictures as $picture) {
            foreach ($picture->problems as $problem) {
                $findings[] = new Finding('value', $picture->layer, "$picture->name: $problem", true);
            }
            $instead = match (true) {
                $picture->refused => 'it cannot be made without',
                null === $picture->asset => 'it hides',
                default => "“{$picture->asset}” is shown instead",
            };
            if (PictureState::Empty === $picture->state) {
                $findings[] = new Finding(
                    'empty',
                    $picture->layer,
                    "$picture->name: names no picture; $instead.",
                    $picture->refused,
                );
            } elseif (PictureState::Missing === $picture->state) {
                $findings[] = new Finding(
                    'picture',
                    $picture->layer,
                    "$picture->name: the picture “{$picture->wanted}” is missing; $instead.",
                    $picture->refused,
                );
            }
            if ($picture->scale > self::MOST_DOTS) {
                $findings[] = new Finding(
                    'coarse',
                    $picture->layer,
                    \sprintf(
                        '%s: “%s” is shown %.1f times larger than it is and looks coarse.',
                        $picture->name,
                        $picture->asset,
                        $picture->scale,
                    ),
                );
            }
        }

        return $findings;
    }
}
