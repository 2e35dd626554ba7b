<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

use Morphea\Core\Design\Properties\Choice;
use Morphea\Core\Design\Properties\Colour;
use Morphea\Core\Design\Properties\Declared;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Design\Properties\JsonNode;
use Morphea\Core\Design\Properties\Number;
use Morphea\Core\Design\Properties\Toggle;

/** How a part of a text differs from the text's style; null and 1 mean no difference. `scale` multiplies the size. */
final readonly class Mark
{
    public const LEAST_SCALE = 0.1;
    public const MOST_SCALE = 10.0;

    public function __construct(
        #[Toggle('style_of_words')]
        public bool $bold = false,
        #[Toggle('style_of_words')]
        public bool $italic = false,
        #[Colour('colour_of_words')]
        public ?string $colour = null,
        #[Number('size_of_words', self::LEAST_SCALE, self::MOST_SCALE)]
        public float $scale = 1.0,
        #[Choice('height_of_words')]
        public Raise $raise = Raise::None,
    ) {
    }

    /**
     * @param string ...$besides keys of something else that may stand there too
     *
     * @throws DesignException
     */
    public static function read(JsonNode $node, string ...$besides): self
    {
        $declared = Declared::of(self::class);
        $node->onlyKeys(...$declared->keys(), ...$besides);
        $mark = $declared->read($node, '');

        return $mark instanceof self ? $mark : new self();
    }

    /** @return array<string, mixed> only what differs from the text's own style */
    public function toArray(): array
    {
        return array_diff_assoc(Declared::of(self::class)->write($this), Declared::of(self::class)->write(new self()));
    }

    /** @return array{plain: array<string, mixed>, scales: array{float, float}} what an editor of words has to know */
    public static function forEditor(): array
    {
        return [
            'plain' => Declared::of(self::class)->write(new self()),
            'scales' => [self::LEAST_SCALE, self::MOST_SCALE],
        ];
    }

    public function isPlain(): bool
    {
        return [] === $this->toArray();
    }
}
