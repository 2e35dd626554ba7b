<?php

declare(strict_types=1);

namespace Morphea\Core\Proof;

use Morphea\Core\Layout\LaidOut;

/** All checks over one laid out piece; what blocks comes first. */
final readonly class Proof
{
    /** @var list<Check> */
    private array $checks;

    public function __construct()
    {
        $this->checks = [
            new ValueCheck(),
            new LengthCheck(),
            new PictureCheck(),
            new CodeCheck(),
            new OversetCheck(),
            new GlyphCheck(),
            new EmptyCheck(),
        ];
    }

    /** @return list<Finding> */
    public function of(LaidOut $piece): array
    {
        return array_merge(...array_map(static fn (Check $check): array => $check->findings($piece), $this->checks));
    }
}
