<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Production\FormatOption;
use Morphea\App\Engine\Production\FormatSettings;
use Morphea\App\Engine\Production\LaidOutPiece;
use Morphea\App\Engine\Production\SettingsInput;
use Morphea\App\Engine\Render\Look;
use Morphea\App\Engine\Render\PictureFormat;
use Morphea\App\Engine\Render\PictureKind;
use Morphea\App\Engine\Render\Renderer;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Layout\LaidOut;

/** A picture of each page, in sRGB, that states its dots per inch. */
abstract readonly class OfPictures extends AbstractFormat
{
    private const PAPER = '#FFFFFF';

    public function __construct(private Renderer $renderer, private bool $plainly)
    {
    }

    abstract protected static function kind(): PictureKind;

    public static function id(): string
    {
        return static::kind()->value;
    }

    public function ending(): string
    {
        return static::kind()->value;
    }

    public function settings(SettingsInput $said = new SettingsInput([])): PictureSettings
    {
        return new PictureSettings($said);
    }

    public function options(): array
    {
        return [
            FormatOption::Size,
            FormatOption::Edge,
            FormatOption::Marks,
            FormatOption::Ground,
            FormatOption::SeeThrough,
            FormatOption::Moment,
        ];
    }

    public function isByPage(): bool
    {
        return true;
    }

    public function size(Design $design, FormatSettings $settings): string
    {
        $settings = PictureSettings::from($settings);
        $edge = $settings->edge->dots($design->bleed, $design->dpi);
        $scale = $settings->size->scale($design, $edge);

        return \sprintf(
            '%s × %s px',
            round(($design->width + 2 * $edge) * $scale),
            round(($design->height + 2 * $edge) * $scale),
        );
    }

    public function depends(FormatSettings $settings): array
    {
        $settings = PictureSettings::from($settings);
        $all = $settings->toArray();
        $quality = \in_array(FormatOption::Quality, $this->options(), true) ? [$settings->quality, $settings->inSteps] : [];

        return [$all['size'], $all['value'], $all['edge'], $all['ground'], ...$quality, $this->plainly];
    }

    public function files(LaidOutPiece $piece, FormatSettings $settings, ?\Closure $stopped = null): array
    {
        $settings = PictureSettings::from($settings);
        $format = new PictureFormat(static::kind(), $settings->quality, $settings->inSteps);

        return array_map(
            fn (LaidOut $page): string => $this->renderer->page(
                $page->drawing,
                $piece->pictures,
                $this->look($piece, $page->drawing, $settings),
                [$format],
                $this->plainly,
                $stopped,
            )[0],
            $settings->pages($piece->stills($settings->moment)),
        );
    }

    private function look(LaidOutPiece $piece, Drawing $page, PictureSettings $settings): Look
    {
        $under = $settings->under($page->background);
        $scale = $settings->size->scale($piece->design, $settings->edge->width($page));

        return new Look(
            $scale,
            $settings->edge,
            $under ?? (\in_array(FormatOption::SeeThrough, $this->options(), true) ? null : self::PAPER),
        );
    }
}
