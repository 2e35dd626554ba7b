<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Production\FormatOption;
use Morphea\App\Engine\Production\FormatSettings;
use Morphea\App\Engine\Production\LaidOutPiece;
use Morphea\App\Engine\Production\MotionFormat;
use Morphea\App\Engine\Production\SettingsInput;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Timeline\Subtitles;

/** Subtitle files beside shorts, for players that want them separately. */
abstract readonly class OfWords extends AbstractFormat implements MotionFormat
{
    abstract protected function written(Subtitles $words): string;

    public function ending(): string
    {
        return static::id();
    }

    public function settings(SettingsInput $said = new SettingsInput([])): SubtitleSettings
    {
        return new SubtitleSettings($said);
    }

    public function options(): array
    {
        return [FormatOption::Rate];
    }

    public function isByPage(): bool
    {
        return false;
    }

    public function missing(): ?Message
    {
        return null;
    }

    public function suffix(): ?string
    {
        return null;
    }

    public function size(Design $design, FormatSettings $settings): string
    {
        return '';
    }

    public function depends(FormatSettings $settings): array
    {
        return [SubtitleSettings::from($settings)->rate];
    }

    public function files(LaidOutPiece $piece, FormatSettings $settings, ?\Closure $stopped = null): array
    {
        return [$this->written(Subtitles::of($piece->pages[0], $piece->timeline(SubtitleSettings::from($settings)->rate)))];
    }
}
