<?php

declare(strict_types=1);

namespace Morphea\App\Project\Assets;

use Morphea\Core\Message;
use Morphea\Core\Rendering\Text\FontBook;
use Morphea\Core\Rendering\Text\FontFace;

/** The names of a family's faces in lists. */
final readonly class FaceNames
{
    private const NAMED = [300, 400, 500, 600, 700];
    private const REGULAR = 400;

    /** @return array<string, Message|string> names of a family's faces by the value the rule line sends */
    public static function of(FontBook $fonts, string $family): array
    {
        $faces = [];
        foreach ($fonts->all() as $known) {
            if ($known->name === $family) {
                foreach ($known->faces as $face) {
                    $faces[$face->weight . ($face->italic ? 'i' : '')] = self::name($face);
                }
            }
        }

        return $faces;
    }

    private static function name(FontFace $face): Message|string
    {
        $weight = \in_array($face->weight, self::NAMED, true)
            ? new Message("compose.face.$face->weight")
            : (string) $face->weight;

        return match (true) {
            !$face->italic => $weight,
            self::REGULAR === $face->weight => new Message('compose.face.italic'),
            default => new Message('compose.face.both', ['weight' => $weight]),
        };
    }
}
