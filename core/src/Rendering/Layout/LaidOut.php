<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Rendering\Drawing\Drawing;

/** One page laid out for one row: what is drawn, the facts about every text, picture and code, and what is heard. */
final readonly class LaidOut
{
    /** @param array<string, LayerFacts> $facts by layer */
    public function __construct(public Drawing $drawing, public array $facts, public HeardSounds $heard = new HeardSounds())
    {
    }

    /** @return list<TextFacts> */
    public function texts(): array
    {
        return $this->of(TextFacts::class);
    }

    /** @return list<PictureFacts> */
    public function pictures(): array
    {
        return $this->of(PictureFacts::class);
    }

    /** @return list<CodeFacts> */
    public function codes(): array
    {
        return $this->of(CodeFacts::class);
    }

    public function text(string $layer): ?TextFacts
    {
        $facts = $this->facts[$layer] ?? null;

        return $facts instanceof TextFacts ? $facts : null;
    }

    public function picture(string $layer): ?PictureFacts
    {
        $facts = $this->facts[$layer] ?? null;

        return $facts instanceof PictureFacts ? $facts : null;
    }

    /**
     * @template T of LayerFacts
     *
     * @param class-string<T> $kind
     *
     * @return list<T>
     */
    private function of(string $kind): array
    {
        $found = [];
        foreach ($this->facts as $facts) {
            if ($facts instanceof $kind) {
                $found[] = $facts;
            }
        }

        return $found;
    }
}
