<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Guide;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Message;

/** Converts what people choose for the whole page to properties of the design. */
final readonly class PageInput
{
    public function __construct(private Design $design)
    {
    }

    /**
     * @param array<array-key, mixed> $set
     *
     * @return non-empty-array<'background'|'name'|'safeMargin'|'bleed'|'guides'|'swatches', mixed>
     *
     * @throws DesignException
     */
    public function values(array $set): array
    {
        $key = (string) array_key_first($set);
        $value = \is_string($set[$key] ?? null) ? trim($set[$key]) : '';
        $guides = array_map(
            static fn (Guide $guide): array => ['upright' => $guide->upright, 'at' => $guide->at, 'use' => $guide->use->value],
            $this->design->guides,
        );

        if (1 === preg_match('/^guide\.use\.(\d{1,3})$/D', $key, $which) && isset($guides[(int) $which[1]])) {
            $guides[(int) $which[1]]['use'] = $value;

            return ['guides' => $guides];
        }

        return match ($key) {
            'background' => ['background' => 'none' === $value ? null : strtoupper($value)],
            'name' => ['name' => $value],
            'bleed' => ['bleed' => $this->dots($value)],
            'safeMargin' => ['safeMargin' => $this->dots($value)],
            'guide.upright', 'guide.level' => [
                'guides' => [...$guides, ['upright' => 'guide.upright' === $key, 'at' => $this->dots($value)]],
            ],
            'guide.remove' => ['guides' => array_values(array_diff_key($guides, [(int) $value => true]))],
            'swatch.add' => ['swatches' => array_values(array_unique([...$this->design->swatches, strtoupper($value)]))],
            'swatch.remove' => ['swatches' => array_values(array_diff($this->design->swatches, [strtoupper($value)]))],
            default => throw new DesignException($key, new Message('design.wrong.fixed')),
        };
    }

    private function dots(string $value): float
    {
        $plain = str_replace(',', '.', $value);

        return is_numeric($plain)
            ? $this->design->unit->toDots((float) $plain, $this->design->dpi)
            : throw new DesignException('', new Message('design.wrong.no_number', ['value' => $value]));
    }
}
