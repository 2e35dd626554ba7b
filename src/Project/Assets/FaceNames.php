<?php

declare(strict_types=1);

namespace Morphea\App\Project\Assets;

use Morphea\Core\Rendering\Text\FontBook;

/** What the faces of a family are called where people pick one. */
final readonly class FaceNames
{
    /** @return array<string, string> names of a family's faces by the value the rule line sends */
    public static function of(FontBook $fonts, string $family): array
    {
        $names = [300 => 'light', 400 => 'regular', 500 => 'medium', 600 => 'semibold', 700 => 'bold'];
        $faces = [];
        foreach ($fonts->all() as $known) {
            if ($known->name === $family) {
                foreach ($known->faces as $face) {
                    $name = $names[$face->weight] ?? (string) $face->weight;
                    $faces[$face->weight . ($face->italic ? 'i' : '')] = $face->italic
                        ? (400 === $face->weight
                            ? 'italic'
                            : "$name italic")
                        : $name;
                }
            }
        }

        return $faces;
    }
}
