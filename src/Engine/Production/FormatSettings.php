<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

use Morphea\App\Engine\Render\Edge;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Output\PrintSheets\PieceSize;
use Morphea\Core\Output\PrintSheets\SheetException;
use Morphea\Core\Output\PrintSheets\SheetSettings;
use Morphea\Core\Rendering\Timeline\Timing;

/** What can be said of an output besides which it is; each output minds what means something to it. */
final readonly class FormatSettings
{
    public const QUALITY = 90;
    public const RATE = Timing::USUAL;
    private const LEAST_MEGABYTES = 0.05;
    /** The ground as it is designed; nothing under the design; or a colour as #RRGGBB. */
    public const DESIGNED = 'designed';
    public const NOTHING = 'nothing';

    /**
     * @param int    $quality  1 to 100, of pictures that lose something
     * @param bool   $inSteps  pictures come in coarse at first and then finer, while they are loaded
     * @param bool   $outlines letters as outlines, which need no fonts
     * @param string $by       column by whose values pieces are put together
     * @param int    $rate     frames a second, of what moves
     * @param float|null $moment seconds after the beginning, of stills of what moves; null for the usual
     * @param float|null $megabytes that a film is not to exceed, for which its quality is given up; null for no bound
     * @param string $sheet    how pieces lie on sheets, as JSON of Core\Sheet\SheetSettings; empty for the usual
     * @param string $product  on which a piece is shown, as Core\Preview\Product has it
     * @param string $page     the only page that is made, by its place; empty for all
     */
    public function __construct(
        public PictureSize $size = new PictureSize(),
        public Edge $edge = Edge::Bleed,
        public string $ground = self::DESIGNED,
        public int $quality = self::QUALITY,
        public bool $inSteps = false,
        public bool $outlines = false,
        public string $by = '',
        public string $page = '',
        public int $rate = self::RATE,
        public ?float $moment = null,
        public ?float $megabytes = null,
        public string $sheet = '',
        public string $product = '',
    ) {
    }

    /**
     * @param array<string, mixed> $said by name; what is not there, or is nothing that can be, is as usual
     */
    public static function of(array $said, self $usual = new self()): self
    {
        $text = static fn (string $name, string $else): string => \is_scalar($said[$name] ?? null) ? trim((string) $said[$name]) : $else;
        $flag = static fn (string $name, bool $else): bool => \array_key_exists($name, $said) ? (bool) $said[$name] : $else;
        $ground = $text('ground', $usual->ground);
        $quality = $text('quality', (string) $usual->quality);
        $value = $text('value', (string) $usual->size->value);

        return new self(
            new PictureSize(
                SizeKind::tryFrom($text('size', $usual->size->kind->value)) ?? $usual->size->kind,
                is_numeric($value) ? (float) $value : 0.0,
            ),
            Edge::tryFrom($text('edge', $usual->edge->value)) ?? $usual->edge,
            1 === preg_match('/^(designed|nothing|#[0-9A-Fa-f]{6})$/D', $ground) ? $ground : $usual->ground,
            is_numeric($quality) ? max(1, min(100, (int) $quality)) : $usual->quality,
            $flag('inSteps', $usual->inSteps),
            $flag('outlines', $usual->outlines),
            $text('by', $usual->by),
            1 === preg_match('/^\d?$/D', $page = $text('side', $usual->page)) ? $page : $usual->page,
            \in_array($rate = (int) $text('rate', (string) $usual->rate), Timing::RATES, true) ? $rate : $usual->rate,
            is_numeric($moment = strtr($text('moment', (string) $usual->moment), ',', '.')) ? max(0.0, (float) $moment) : null,
            is_numeric($most = strtr($text('megabytes', (string) $usual->megabytes), ',', '.')) && (float) $most > 0
                ? max(self::LEAST_MEGABYTES, (float) $most)
                : null,
            $text('sheet', $usual->sheet),
            $text('product', $usual->product),
        );
    }

    /** @return array<string, string|int|float|bool> as `of` takes them */
    public function toArray(): array
    {
        return [
            'size' => $this->size->kind->value,
            'value' => $this->size->value,
            'edge' => $this->edge->value,
            'ground' => $this->ground,
            'quality' => $this->quality,
            'inSteps' => $this->inSteps,
            'outlines' => $this->outlines,
            'by' => $this->by,
            'side' => $this->page,
            'rate' => $this->rate,
            'moment' => $this->moment ?? '',
            'megabytes' => $this->megabytes ?? '',
            'sheet' => $this->sheet,
            'product' => $this->product,
        ];
    }

    public function edged(Edge $edge): self
    {
        return new self(...['edge' => $edge] + get_object_vars($this));
    }

    /**
     * How pieces lie on sheets.
     *
     * @throws SheetException where what was said cannot be
     */
    public function onSheets(Design $template): SheetSettings
    {
        $usual = SheetSettings::usual(PieceSize::of($template), $template->locale);
        $said = '' === $this->sheet ? [] : json_decode($this->sheet, true);

        return \is_array($said)
            ? SheetSettings::of($said, $usual)
            : throw new SheetException('What was said of the sheets cannot be read.');
    }

    /** Under a page whose own ground is a colour, or null for none. */
    public function under(?string $designed): ?string
    {
        return match ($this->ground) {
            self::DESIGNED => $designed,
            self::NOTHING => null,
            default => $this->ground,
        };
    }

    /**
     * The pages that are made, of what there is one of for each page.
     *
     * @template T
     *
     * @param non-empty-list<T> $all
     *
     * @return non-empty-list<T>
     */
    public function pages(array $all): array
    {
        return '' !== $this->page && isset($all[(int) $this->page]) ? [$all[(int) $this->page]] : $all;
    }
}
