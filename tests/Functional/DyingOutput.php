<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Engine\Production\BadPieceException;
use Morphea\App\Engine\Production\DocumentFormat;
use Morphea\App\Engine\Production\FormatSettings;
use Morphea\App\Engine\Production\LaidOutPiece;
use Morphea\App\Engine\Production\PieceStream;
use Morphea\App\Engine\Production\SettingsInput;
use Morphea\App\Engine\Render\HelperDiedException;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Message;

/** A document over whose pieces the helper dies as often as is said. */
final class DyingOutput implements DocumentFormat
{
    /** @var list<string> names of the pieces that were tried, in order */
    public array $tried = [];
    /** @var list<string> names of the pieces in the document */
    public array $bound = [];

    /** @param array<array-key, int> $deaths by the name of the piece; of the document without one */
    public function __construct(private array $deaths)
    {
    }

    public static function id(): string
    {
        return 'dying';
    }

    public function label(): Message
    {
        return new Message('press.format.pdf');
    }

    public function settings(SettingsInput $said = new SettingsInput([])): FormatSettings
    {
        return new FormatSettings($said);
    }

    public function isUsual(Design $design): bool
    {
        return false;
    }

    public function page(): ?string
    {
        return null;
    }

    public function trouble(Design $design, FormatSettings $settings, array $rows): ?string
    {
        return null;
    }

    public function ending(): string
    {
        return 'txt';
    }

    public function options(): array
    {
        return [];
    }

    public function size(Design $design, FormatSettings $settings): string
    {
        return '';
    }

    public function isByPage(): bool
    {
        return false;
    }

    public function depends(FormatSettings $settings): array
    {
        return [];
    }

    public function files(LaidOutPiece $piece, FormatSettings $settings, ?\Closure $stopped = null): array
    {
        $this->tried[] = $piece->name;
        $this->mayDie($piece->name);

        return [];
    }

    public function bind(
        PieceStream $pieces,
        string $to,
        string $title,
        FormatSettings $settings,
        ?\Closure $stopped = null,
        ?\Closure $told = null,
    ): void {
        $this->bound = [];
        foreach ($pieces as $place => $piece) {
            try {
                $this->mayDie($piece->name);
            } catch (HelperDiedException $e) {
                throw new BadPieceException($place, $e->getMessage(), $e);
            }
            $this->bound[] = $piece->name;
        }
        $this->mayDie('');
        file_put_contents($to, implode("\n", $this->bound));
    }

    private function mayDie(string $name): void
    {
        $left = $this->deaths[$name] ?? 0;
        if ($left > 0) {
            $this->deaths[$name] = $left - 1;
            throw new HelperDiedException("The helper died over $name.");
        }
    }
}
