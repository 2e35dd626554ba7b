<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use Morphea\App\Platform\Files\NoSpaceException;

/** Writes page boxes into a PDF: TrimBox and BleedBox (ISO 32000-1, 14.11.2), through qpdf's JSON. */
final readonly class PageBoxes
{
    /** @throws RenderException|NoSpaceException */
    public static function mark(string $file, float $bleed, FontSetup $fonts): void
    {
        /** @var array{qpdf: array{0: array<string, mixed>, 1: array<string, mixed>}} $json */
        $json = json_decode(Program::run(['qpdf', '--json-output', $file, '-'], $fonts), true, 512, \JSON_THROW_ON_ERROR);
        [$head, $objects] = $json['qpdf'];
        $pages = [];
        foreach ($objects as $name => $object) {
            $value = \is_array($object) ? $object['value'] ?? null : null;
            if (\is_array($value) && '/Page' === ($value['/Type'] ?? null) && \is_array($value['/MediaBox'] ?? null)) {
                [$left, $bottom, $right, $top] = $value['/MediaBox'];
                $value['/BleedBox'] = $value['/MediaBox'];
                $value['/TrimBox'] = [$left + $bleed, $bottom + $bleed, $right - $bleed, $top - $bleed];
                $pages[$name] = ['value' => $value];
            }
        }
        $changes = "$file.json";
        NoSpaceException::write($changes, json_encode(['qpdf' => [$head, $pages]], \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION));
        Program::run(['qpdf', $file, "--update-from-json=$changes", "$file.marked"], $fonts);
        rename("$file.marked", $file);
        unlink($changes);
    }
}
