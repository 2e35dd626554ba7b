<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\App\Platform\Files\UploadException;
use Morphea\Core\Message;

/** Any SVG, read as far as is safe: no entities, nothing loaded, limited size. Sizes are in CSS pixels, 96 per inch. */
final readonly class SvgFile
{
    public const MAX_BYTES = 5_000_000;
    public const MAX_NODES = 20_000;
    /** Pixels of a side, and units of a place. */
    private const MOST = 100_000;
    private const LEAST = 0.1;
    private const UNITS = [
        '' => 1.0,
        'px' => 1.0,
        'in' => 96.0,
        'mm' => 96 / 25.4,
        'cm' => 96 / 2.54,
        'pt' => 96 / 72,
        'pc' => 16.0,
    ];

    /** @param float $x left of what is seen, in the drawing's own units; `$scale` pixels are one unit */
    private function __construct(
        public \DOMDocument $document,
        public \DOMElement $root,
        public float $width,
        public float $height,
        public float $x,
        public float $y,
        public float $scale,
    ) {
    }

    /** @throws UploadException */
    public static function read(string $svg, string $name): self
    {
        if (\strlen($svg) > self::MAX_BYTES) {
            throw new UploadException(new Message('import.svg.too_large', ['name' => $name, 'most' => self::MAX_BYTES / 1_000_000]));
        }
        if (1 === preg_match('/<!ENTITY|<!DOCTYPE[^>]*\[/i', $svg)) {
            throw new UploadException(new Message('import.svg.entities', ['name' => $name]));
        }
        $document = new \DOMDocument();
        $before = libxml_use_internal_errors(true);
        $read = '' !== $svg && $document->loadXML($svg, \LIBXML_NONET | \LIBXML_COMPACT);
        libxml_clear_errors();
        libxml_use_internal_errors($before);
        $root = $document->documentElement;
        if (!$read || null === $root || 'svg' !== strtolower($root->localName ?? '')) {
            throw new UploadException(new Message('import.svg.unreadable', ['name' => $name]));
        }
        $parts = $document->getElementsByTagName('*')->length;
        if ($parts > self::MAX_NODES) {
            throw new UploadException(new Message('import.svg.too_many_parts', [
                'name' => $name,
                'count' => $parts,
                'most' => self::MAX_NODES,
            ]));
        }

        SvgStyles::inline($document);

        return self::sized($document, $root, $name);
    }

    /** @throws UploadException */
    private static function sized(\DOMDocument $document, \DOMElement $root, string $name): self
    {
        $box = preg_split('/[\s,]+/', trim($root->getAttribute('viewBox'))) ?: [];
        $hasBox =
            4 === \count($box) && $box === array_filter($box, is_numeric(...)) && (float) $box[2] > 0 && (float) $box[3] > 0;
        $width = self::length($root->getAttribute('width'));
        $height = self::length($root->getAttribute('height'));
        if (!$hasBox && (null === $width || null === $height)) {
            throw new UploadException(new Message('import.svg.no_size', ['name' => $name]));
        }
        [$x, $y, $across, $down] = $hasBox ? array_map(floatval(...), $box) : [0.0, 0.0, (float) $width, (float) $height];
        // By its width; a drawing that is told to be pulled out of shape keeps its shape.
        $scale = null !== $width ? $width / $across : (null !== $height ? $height / $down : 1.0);

        [$width, $height] = [round($across * $scale, 4), round($down * $scale, 4)];
        $sound = static fn (float $number): bool => is_finite($number) && abs($number) <= self::MOST;
        if (
            !$sound($width) ||
            !$sound($height) ||
            !$sound($x) ||
            !$sound($y) ||
            !$sound($scale) ||
            min($width, $height) < self::LEAST ||
            $scale <= 0
        ) {
            throw new UploadException(new Message('import.svg.bad_size', [
                'name' => $name,
                'width' => (string) $width,
                'height' => (string) $height,
                'most' => self::MOST,
            ]));
        }

        return new self($document, $root, $width, $height, $x, $y, $scale);
    }

    private static function length(string $value): ?float
    {
        if (1 !== preg_match('/^\s*([\d.]+(?:e[+-]?\d+)?)\s*(px|in|mm|cm|pt|pc)?\s*$/i', $value, $m)) {
            return null;
        }
        $length = (float) $m[1] * self::UNITS[strtolower($m[2] ?? '')];

        return $length > 0 ? $length : null;
    }
}
