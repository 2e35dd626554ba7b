<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

use Morphea\Core\Design\Graphics\Contrast;

/**
 * The brightness of a picture over its area: the darkest and lightest value in each field of a grid; for a clip, for
 * each second. Values are relative luminance (WCAG 2.2), 0 to 1.
 */
final readonly class Tones
{
    /** Fields across, and down. */
    public const FIELDS = 16;
    /** Pixels across and down that are looked at for them. */
    public const EDGE = 64;

    /** @param non-empty-list<string> $moments a byte for the darkest and one for the lightest of each field, by second */
    private function __construct(private array $moments)
    {
    }

    /** @param string $rgb three bytes a pixel, EDGE by EDGE of them for each second */
    public static function of(string $rgb): self
    {
        $size = 3 * self::EDGE * self::EDGE;
        $linear = array_map(Contrast::linear(...), range(0, 255));
        $moments = [];
        foreach (str_split(str_pad($rgb, $size, "\0"), $size) as $picture) {
            if (\strlen($picture) === $size) {
                $moments[] = self::fields($picture, $linear);
            }
        }

        return new self($moments ?: [str_repeat("\0", 2 * self::FIELDS ** 2)]);
    }

    public static function decode(string $written): ?self
    {
        $size = 2 * self::FIELDS ** 2;

        return '' !== $written && 0 === \strlen($written) % $size ? new self(str_split($written, $size)) : null;
    }

    public function encode(): string
    {
        return implode('', $this->moments);
    }

    /**
     * The darkest and lightest value of a part.
     *
     * @param Bounds $part in shares of width and height
     * @param float  $from seconds, to, of what is looked at
     * @param bool   $soft blurred, which leaves the middle of each field
     *
     * @return array{float, float}
     */
    public function range(Bounds $part, float $from = 0.0, float $to = 0.0, bool $soft = false): array
    {
        $field = static fn (float $share): int => max(0, min(self::FIELDS - 1, (int) floor($share * self::FIELDS)));
        $last = \count($this->moments) - 1;
        [$darkest, $lightest] = [255, 0];
        for ($moment = min($last, (int) floor($from)); $moment <= min($last, (int) ceil($to)); ++$moment) {
            for ($y = $field($part->top); $y <= $field($part->bottom - 1e-6); ++$y) {
                for ($x = $field($part->left); $x <= $field($part->right - 1e-6); ++$x) {
                    $at = 2 * ($y * self::FIELDS + $x);
                    [$low, $high] = [\ord($this->moments[$moment][$at]), \ord($this->moments[$moment][$at + 1])];
                    $darkest = min($darkest, $soft ? ($low + $high) / 2 : $low);
                    $lightest = max($lightest, $soft ? ($low + $high) / 2 : $high);
                }
            }
        }

        return [$darkest / 255, $lightest / 255];
    }

    /** @param list<float> $linear */
    private static function fields(string $picture, array $linear): string
    {
        $each = intdiv(self::EDGE, self::FIELDS);
        $fields = '';
        for ($row = 0; $row < self::FIELDS; ++$row) {
            for ($column = 0; $column < self::FIELDS; ++$column) {
                [$darkest, $lightest] = [1.0, 0.0];
                for ($y = $row * $each; $y < ($row + 1) * $each; ++$y) {
                    for ($x = $column * $each; $x < ($column + 1) * $each; ++$x) {
                        $at = 3 * ($y * self::EDGE + $x);
                        $light = Contrast::light(
                            $linear[\ord($picture[$at])],
                            $linear[\ord($picture[$at + 1])],
                            $linear[\ord($picture[$at + 2])],
                        );
                        $darkest = min($darkest, $light);
                        $lightest = max($lightest, $light);
                    }
                }
                $fields .= \chr((int) floor($darkest * 255)) . \chr((int) ceil($lightest * 255));
            }
        }

        return $fields;
    }
}
