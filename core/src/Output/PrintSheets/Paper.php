<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

use Morphea\Core\Message;

/**
 * A sheet of paper in millimetres, portrait or landscape. Paper and printers are measured in millimetres whatever the
 * resolution of a design, so everything in this folder is, too.
 */
final readonly class Paper
{
    /** ISO 216, ISO 217 (SRA3) and ANSI/ASME Y14.1; millimetres, upright. */
    public const SIZES = [
        'A5' => [148.0, 210.0],
        'A4' => [210.0, 297.0],
        'A3' => [297.0, 420.0],
        'SRA3' => [320.0, 450.0],
        'Letter' => [215.9, 279.4],
        'Legal' => [215.9, 355.6],
        'Tabloid' => [279.4, 431.8],
    ];
    public const OWN = 'own';
    public const LEAST = 50.0;
    public const MOST = 2_000.0;
    /** Millimetres by which sizes may differ and still be the same. */
    public const SAME = 0.05;

    /** @throws SheetException */
    public function __construct(public string $name, public float $width, public float $height)
    {
        foreach (['wide' => $width, 'high' => $height] as $how => $measure) {
            if (!is_finite($measure) || $measure < self::LEAST || $measure > self::MOST) {
                throw new SheetException(new Message("sheets.wrong.paper_$how", [
                    'is' => SheetText::mm($measure),
                    'least' => self::LEAST,
                    'most' => self::MOST,
                ]));
            }
        }
    }

    /**
     * @param bool $lying its longer edge is level
     *
     * @throws SheetException
     */
    public static function named(string $name, bool $lying = false): self
    {
        foreach (self::SIZES as $known => [$width, $height]) {
            if (0 === strcasecmp($known, $name)) {
                return $lying ? new self($known, $height, $width) : new self($known, $width, $height);
            }
        }
        throw new SheetException(new Message('sheets.wrong.paper', [
            'name' => $name,
            'known' => implode(', ', array_keys(self::SIZES)),
            'example' => '320x450',
        ]));
    }

    /**
     * As people write it: a name, or a size in millimetres.
     *
     * @throws SheetException
     */
    public static function of(string $said, bool $lying = false): self
    {
        if (1 !== preg_match('/^\s*(\d+(?:[.,]\d+)?)\s*[x×]\s*(\d+(?:[.,]\d+)?)\s*(?:mm)?\s*$/ui', $said, $found)) {
            return self::named(trim($said), $lying);
        }
        [$width, $height] = [(float) strtr($found[1], ',', '.'), (float) strtr($found[2], ',', '.')];

        return $lying && $width < $height ? new self(self::OWN, $height, $width) : new self(self::OWN, $width, $height);
    }

    public function isLying(): bool
    {
        return $this->width > $this->height;
    }

    public function says(): Message
    {
        $size = ['width' => round($this->width, 1), 'height' => round($this->height, 1)];

        return self::OWN === $this->name
            ? new Message('sheets.size', $size)
            : new Message('sheets.size_of.' . ($this->isLying() ? 'landscape' : 'named'), $size + ['name' => $this->name]);
    }
}
