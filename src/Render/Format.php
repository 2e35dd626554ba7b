<?php

declare(strict_types=1);

namespace Morphea\App\Render;

/** What pieces are made as. */
enum Format: string
{
    case OnePdf = 'pdf';
    case Pdfs = 'pdfs';
    case Png = 'png';
    case Svg = 'svg';

    public function ending(): string
    {
        return match ($this) {
            self::OnePdf, self::Pdfs => 'pdf',
            self::Png => 'png',
            self::Svg => 'svg',
        };
    }

    public function isOneFile(): bool
    {
        return self::OnePdf === $this;
    }

    public function label(): string
    {
        return match ($this) {
            self::OnePdf => 'one PDF',
            self::Pdfs => 'a PDF for each row',
            self::Png => 'PNG pictures',
            self::Svg => 'SVG drawings',
        };
    }
}
