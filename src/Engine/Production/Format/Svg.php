<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Production\FormatOption;
use Morphea\App\Engine\Production\FormatSettings;
use Morphea\App\Engine\Production\LaidOutPiece;
use Morphea\App\Engine\Production\SettingsInput;
use Morphea\App\Engine\Render\FontSubsets;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Rendering\Drawing\SvgSize;
use Morphea\Core\Rendering\Drawing\SvgWriter;
use Morphea\Core\Rendering\Layout\LaidOut;
use Morphea\Core\Rendering\Text\LetterOutlines;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** An SVG for each page, with its pictures: text as text with its fonts embedded, or as outlines. */
#[AsTaggedItem(priority: 10)]
final readonly class Svg extends AbstractFormat
{
    public function __construct(private FontSubsets $fonts)
    {
    }

    public static function id(): string
    {
        return 'svg';
    }

    public function ending(): string
    {
        return 'svg';
    }

    public function settings(SettingsInput $said = new SettingsInput([])): SvgSettings
    {
        return new SvgSettings($said);
    }

    public function options(): array
    {
        return [FormatOption::Edge, FormatOption::Ground, FormatOption::SeeThrough, FormatOption::Outlines, FormatOption::Moment];
    }

    public function isByPage(): bool
    {
        return true;
    }

    public function size(Design $design, FormatSettings $settings): string
    {
        return $design->size();
    }

    public function depends(FormatSettings $settings): array
    {
        return [$settings->edge->value, $settings->ground, SvgSettings::from($settings)->outlines];
    }

    public function files(LaidOutPiece $piece, FormatSettings $settings, ?\Closure $stopped = null): array
    {
        $settings = SvgSettings::from($settings);
        $writer = new SvgWriter($piece->pictures, SvgSize::Pixels, $settings->outlines ? new LetterOutlines() : null);

        return array_map(function (LaidOut $page) use ($writer, $settings): string {
            $drawing = $page->drawing->on($settings->under($page->drawing->background));
            $svg = $writer->write($drawing, $settings->edge->width($drawing));

            return $settings->outlines ? $svg : $this->fonts->into($svg, $drawing);
        }, $settings->pages($piece->stills($settings->moment)));
    }
}
