<?php

declare(strict_types=1);

namespace Morphea\Core\Layout;

use Morphea\Core\Drawing\Drawing;

/** One side for one row: what is drawn, and the facts about every text, picture and code. */
final readonly class LaidOut
{
    /**
     * @param list<TextFacts>    $texts
     * @param list<PictureFacts> $pictures
     * @param list<CodeFacts>    $codes
     */
    public function __construct(
        public Drawing $drawing,
        public array $texts,
        public array $pictures = [],
        public array $codes = [],
    ) {
    }

    public function facts(string $layer): ?TextFacts
    {
        return self::of($this->texts, $layer);
    }

    public function pictureFacts(string $layer): ?PictureFacts
    {
        return self::of($this->pictures, $layer);
    }

    public function codeFacts(string $layer): ?CodeFacts
    {
        return self::of($this->codes, $layer);
    }

    /**
     * @template T of TextFacts|PictureFacts|CodeFacts
     *
     * @param list<T> $all
     *
     * @return T|null
     */
    private static function of(array $all, string $layer): TextFacts|PictureFacts|CodeFacts|null
    {
        foreach ($all as $facts) {
            if ($facts->layer === $layer) {
                return $facts;
            }
        }

        return null;
    }
}
