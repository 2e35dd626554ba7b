<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model;

use Morphea\Core\Design\Properties\Choice;
use Morphea\Core\Design\Properties\ColourList;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Design\Properties\Group;
use Morphea\Core\Design\Properties\Length;
use Morphea\Core\Design\Properties\Listed;
use Morphea\Core\Design\Properties\Number;
use Morphea\Core\Design\Properties\Text;
use Morphea\Core\Design\Properties\Toggle;
use Morphea\Core\Design\Properties\Unit;
use Morphea\Core\Design\Properties\Units;
use Morphea\Core\Design\Properties\Whole;
use Morphea\Core\Design\Styles\CheckLimits;
use Morphea\Core\Design\Styles\NamedField;
use Morphea\Core\Design\Timing\BackgroundSound;
use Morphea\Core\Message;
use Morphea\Core\Table\Patterns\Pattern;

/**
 * One design with its placeholders. Width and height are whole dots at trim size; `unit` is the unit sizes are shown in.
 * Layer ids are unique over all pages.
 */
final readonly class Design
{
    public const MAX_DOTS = 20_000;
    public const MIN_DOTS = 8;
    public const MOST_PAGES = 2;
    public const MAX_BLEED = 1_000;
    public const MOST_SCENES = 20;
    public const MOST_FIELDS = 200;
    private const LOCALE = '/^[A-Za-z]{2,3}([_-][A-Za-z0-9]{2,8})*$/';

    /** @param non-empty-list<Page> $pages */
    public function __construct(
        #[Text('name', 120)]
        public string $name,
        #[Whole('width', self::MIN_DOTS, self::MAX_DOTS)]
        public int $width,
        #[Whole('height', self::MIN_DOTS, self::MAX_DOTS)]
        public int $height,
        #[Number('dots_per_inch', 30, 2400)]
        public float $dpi,
        #[Choice('unit')]
        public Unit $unit,
        #[Text('language', 35, self::LOCALE)]
        public string $locale,
        #[Listed('pages', Page::class, self::MOST_PAGES, 1, key: 'sides')]
        public array $pages,
        /** Dots from every edge inside which nothing important should stand. */
        #[Length('safe_margin', 0, self::MAX_DOTS, ofPage: true)]
        public float $safeMargin = 0.0,
        /** @var list<Guide> */
        #[Listed('guides', Guide::class, 100)]
        public array $guides = [],
        /** @var list<string> colours kept at hand */
        #[ColourList('swatches')]
        public array $swatches = [],
        /** Dots beyond every edge that colour and pictures run on over, to be cut off. */
        #[Length('bleed', 0, self::MAX_BLEED, ofPage: true)]
        public float $bleed = 0.0,
        /** @var list<Scene> one after the other; none of what does not move */
        #[Listed('scenes', Scene::class, self::MOST_SCENES, key: 'beats')]
        public array $scenes = [],
        #[Group('sound')]
        public BackgroundSound $sound = new BackgroundSound(),
        /** A short ends as it begins, so that it can be seen again and again without a jump. */
        #[Toggle('ending_as_it_begins')]
        public bool $endsAsBegun = false,
        #[Group('limits_of_the_proof')]
        public CheckLimits $limits = new CheckLimits(),
        /** @var list<NamedField> columns that were named before there was a table */
        #[Listed('fields', NamedField::class, self::MOST_FIELDS)]
        public array $fields = [],
    ) {
    }

    /** @throws DesignException when the size is absurd */
    public static function blank(
        string $name,
        float $width,
        float $height,
        Unit $unit,
        float $dpi,
        string $locale = 'en_GB',
        string $front = 'Front',
    ): self {
        if ($dpi < 30 || $dpi > 2400) {
            throw new DesignException('dpi', new Message('design.wrong.range', ['value' => $dpi, 'least' => 30, 'most' => 2400]));
        }
        $w = (int) round($unit->toDots($width, $dpi));
        $h = (int) round($unit->toDots($height, $dpi));
        foreach (['width' => $w, 'height' => $h] as $what => $dots) {
            if ($dots < self::MIN_DOTS || $dots > self::MAX_DOTS) {
                throw new DesignException(
                    $what,
                    new Message('design.wrong.page_size', ['pixels' => $dots, 'least' => self::MIN_DOTS, 'most' => self::MAX_DOTS]),
                );
            }
        }

        return new self($name, $w, $h, $dpi, $unit, $locale, [new Page($front, '#FFFFFF', [])]);
    }

    public function page(int $index = 0): Page
    {
        return $this->pages[$index];
    }

    /** As it is produced: an empty back is not printed. */
    public function made(): self
    {
        $isBare = static fn (Page $page): bool => [] === $page->layers && \in_array($page->background, [null, '#FFFFFF'], true);
        $made = array_filter(
            $this->pages,
            static fn (Page $page, int $i): bool => 0 === $i || !$isBare($page),
            \ARRAY_FILTER_USE_BOTH,
        );

        return \count($made) === \count($this->pages) || [] === $made ? $this : $this->withPages(array_values($made));
    }

    /** @return list<Layer> in drawing order, all pages */
    public function layers(): array
    {
        return array_merge(...array_map(static fn (Page $page): array => $page->layers, $this->pages));
    }

    /** @throws DesignException when there is no such layer */
    public function layer(string $id): Layer
    {
        foreach ($this->layers() as $layer) {
            if ($layer->id === $id) {
                return $layer;
            }
        }
        throw new DesignException('layer', new Message('design.wrong.no_layer', ['layer' => $id]));
    }

    /** The page a layer is on; the first if it is on none. */
    public function pageOf(string $id): int
    {
        foreach ($this->pages as $index => $page) {
            foreach ($page->layers as $layer) {
                if ($layer->id === $id) {
                    return $index;
                }
            }
        }

        return 0;
    }

    /** @return list<TextLayer> in drawing order, all pages */
    public function texts(): array
    {
        $texts = [];
        foreach ($this->layers() as $layer) {
            if ($layer instanceof TextLayer) {
                $texts[] = $layer;
            }
        }

        return $texts;
    }

    /** @return list<Layer> those that change from row to row, in drawing order, all pages */
    public function placeholders(): array
    {
        return array_values(array_filter($this->layers(), static fn (Layer $layer): bool => $layer->isPlaceholder()));
    }

    /** @return list<string> names of the pictures that layers show whatever the rows say, each once */
    public function pictures(): array
    {
        return array_values(
            array_unique(array_merge(...array_map(static fn (Layer $layer): array => $layer->pictures(), $this->layers()))),
        );
    }

    /** @return list<string> keys of the columns that any layer or sound is linked to, each once, in drawing order */
    public function linkedColumns(): array
    {
        return array_values(
            array_unique(array_merge(
                ...array_map(static fn (Layer $layer): array => $layer->columns(), $this->layers()),
                ...array_map(static fn (?Pattern $heard): array => $heard?->columns() ?? [], $this->heard()),
            )),
        );
    }

    /** @return list<string> sources of the patterns that name sounds, each once */
    public function sounds(): array
    {
        $named = [$this->sound->track, ...array_map(static fn (Scene $scene): ?Pattern => $scene->plays, $this->scenes)];

        return array_values(array_unique(array_map(static fn (Pattern $one): string => $one->source, array_filter($named))));
    }

    /** @return list<Pattern|null> that name sounds, or are spoken */
    private function heard(): array
    {
        return [
            $this->sound->track,
            ...array_map(static fn (Scene $scene): ?Pattern => $scene->plays, $this->scenes),
            ...array_map(static fn (Scene $scene): ?Pattern => $scene->says, $this->scenes),
        ];
    }

    /** @return list<string> families that texts are set in, each once */
    public function families(): array
    {
        return array_values(
            array_unique(array_map(static fn (TextLayer $text): string => $text->style->family, $this->texts())),
        );
    }

    /**
     * @return array<string, TextStyle> what a heading may look like, by family: as the largest words that all pieces have, then
     *                                  as those that rows fill in
     */
    public function headings(): array
    {
        $texts = $this->texts();
        $rank = static fn (TextLayer $text): array => [[] !== $text->columns(), -$text->style->size];
        usort($texts, static fn (TextLayer $a, TextLayer $b): int => $rank($a) <=> $rank($b));
        $styles = [];
        foreach ($texts as $text) {
            $styles[$text->style->family] ??= $text->style;
        }

        return $styles;
    }

    /** Whether it has scenes, so that its pieces can be shorts. */
    public function moves(): bool
    {
        return [] !== $this->scenes;
    }

    /** Whether text from its rows is read aloud. */
    public function speaks(): bool
    {
        return [] !== array_filter($this->scenes, static fn (Scene $scene): bool => $scene->reads || null !== $scene->says);
    }

    /** The index of the scene with this id, from 0; null if there is none. */
    public function scene(?string $id): ?int
    {
        foreach ($this->scenes as $i => $scene) {
            if ($scene->id === $id) {
                return $i;
            }
        }

        return null;
    }

    /**
     * Whether a layer appears with a scene. Texts that are there from the start and disappear later count as read with
     * the first scene.
     */
    public function comesWith(Layer $layer, int $scene): bool
    {
        return null !== $layer->stay && ($this->scene($layer->stay->comes) ?? 0) === $scene;
    }

    /** Whether two layers are ever visible at the same time. */
    public function areSeenTogether(Layer $one, Layer $other): bool
    {
        $from = fn (Layer $layer): int => $this->scene($layer->stay?->comes) ?? 0;
        $to = fn (Layer $layer): int => $this->scene($layer->stay?->goes) ?? \count($this->scenes);

        return $from($one) <= $to($other) && $from($other) <= $to($one);
    }

    /** @param non-empty-list<Page> $pages */
    public function withPages(array $pages): self
    {
        return new self(...['pages' => $pages] + get_object_vars($this));
    }

    /** @param \Closure(Layer): Layer $change */
    public function mapLayers(\Closure $change): self
    {
        return $this->withPages(
            array_map(static fn (Page $page): Page => $page->withLayers(array_map($change, $page->layers)), $this->pages),
        );
    }

    public function named(string $name): self
    {
        return new self(...['name' => $name] + get_object_vars($this));
    }

    /** @param list<NamedField> $fields in the place of those of the same key */
    public function withFields(array $fields): self
    {
        $all = array_column([...$this->fields, ...$fields], null, 'key');

        return new self(...['fields' => \array_slice(array_values($all), 0, self::MOST_FIELDS)] + get_object_vars($this));
    }

    /** The name of a column that does not exist yet: as somebody named it, or else made from its key. */
    public function columnName(string $key): string
    {
        return array_column($this->fields, 'name', 'key')[$key] ?? ucfirst(strtr($key, '_', ' '));
    }

    public function measure(): Units
    {
        return new Units($this->unit, $this->typeUnit(), $this->dpi);
    }

    /** Type is measured in points on paper and in pixels on screens. */
    public function typeUnit(): Unit
    {
        return Unit::Pixel === $this->unit ? Unit::Pixel : Unit::Point;
    }

    /** The size as people write it, such as `297 × 210 mm`. */
    public function size(): string
    {
        $digits = Unit::Pixel === $this->unit ? 0 : (Unit::Inch === $this->unit ? 2 : 1);
        $say = fn (int $dots): string => (string) round($this->unit->fromDots($dots, $this->dpi), $digits);

        return \sprintf('%s × %s %s', $say($this->width), $say($this->height), $this->unit->value);
    }
}
