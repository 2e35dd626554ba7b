<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

use Morphea\App\Engine\Render\Edge;

/**
 * The settings every format has: trim and bleed, background, page, and moment. Formats with more extend it.
 *
 * @phpstan-consistent-constructor
 */
readonly class FormatSettings
{
    /** The ground as it is designed; nothing under the design; or a colour as #RRGGBB. */
    public const DESIGNED = 'designed';
    public const NOTHING = 'nothing';

    final public const EDGE = 'edge';
    final public const GROUND = 'ground';
    /** Orders that were kept before pages were called so have it under this name. */
    final public const PAGE = 'side';
    final public const MOMENT = 'moment';

    public Edge $edge;
    public string $ground;
    /** The only page that is made, by its place; empty for all. */
    public string $page;
    /** Seconds after the beginning, of stills of what moves; null for the usual. */
    public ?float $moment;

    /** @throws FormatSettingsException */
    public function __construct(SettingsInput $said = new SettingsInput([]))
    {
        $this->edge = $said->choice(self::EDGE, Edge::Bleed);
        $this->ground = $said->matching(
            self::GROUND,
            self::DESIGNED,
            '/^(designed|nothing|#[0-9A-Fa-f]{6})$/D',
            'background',
        );
        $this->page = $said->matching(self::PAGE, '', '/^\d?$/D', 'page');
        $this->moment = $said->number(self::MOMENT, null, 0.0, 'moment');
    }

    /** The same as settings of this class; missing ones get their defaults. */
    public static function from(self $settings): static
    {
        return $settings instanceof static ? $settings : new static(new SettingsInput($settings->toArray()));
    }

    /** @return array<string, string|int|float|bool> as SettingsInput takes them */
    public function toArray(): array
    {
        return [
            self::EDGE => $this->edge->value,
            self::GROUND => $this->ground,
            self::PAGE => $this->page,
            self::MOMENT => $this->moment ?? '',
        ];
    }

    public function edged(Edge $edge): static
    {
        return new static(new SettingsInput([self::EDGE => $edge->value] + $this->toArray()));
    }

    /** The background of pages that are transparent; null for none. */
    public function under(?string $designed): ?string
    {
        return match ($this->ground) {
            self::DESIGNED => $designed,
            self::NOTHING => null,
            default => $this->ground,
        };
    }

    /**
     * The pages to make, for outputs with one file for each page.
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
