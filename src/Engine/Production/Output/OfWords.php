<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Output;

use Morphea\App\Engine\Production\Drawn;
use Morphea\App\Engine\Production\Moving;
use Morphea\App\Engine\Production\Option;
use Morphea\App\Engine\Production\Settings;
use Morphea\Core\Design\Model\Template;
use Morphea\Core\Rendering\Scenes\Subtitles;

/** Subtitles beside the films, for players that want them in a file of their own. */
abstract readonly class OfWords implements Moving
{
    abstract protected function written(Subtitles $words): string;

    public function isUsual(Template $template): bool
    {
        return false;
    }

    public function ending(): string
    {
        return static::id();
    }

    public function options(): array
    {
        return [Option::Rate];
    }

    public function isBySide(): bool
    {
        return false;
    }

    public function missing(): ?string
    {
        return null;
    }

    public function suffix(): ?string
    {
        return null;
    }

    public function size(Template $template, Settings $settings): string
    {
        return '';
    }

    public function depends(Settings $settings): array
    {
        return [$settings->rate];
    }

    public function files(Drawn $piece, Settings $settings, ?\Closure $stopped = null): array
    {
        return [$this->written(Subtitles::of($piece->sides[0], $piece->scene($settings->rate)))];
    }
}
