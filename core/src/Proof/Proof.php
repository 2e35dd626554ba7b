<?php

declare(strict_types=1);

namespace Morphea\Core\Proof;

/** All checks over one side of one piece; the worst comes first. */
final readonly class Proof
{
    /** @var list<Check> */
    private array $checks;

    /** @param list<Check>|null $checks all there are, if nothing else is said */
    public function __construct(?array $checks = null)
    {
        $this->checks = $checks ?? [
            new ValueCheck(),
            new LengthCheck(),
            new PictureCheck(),
            new CodeCheck(),
            new OversetCheck(),
            new EdgeCheck(),
            new LeastSizeCheck(),
            new BreakCheck(),
            new CutOffCheck(),
            new GlyphCheck(),
            new ContrastCheck(),
            new EmptyCheck(),
            new TimeCheck(),
            new SoundCheck(),
        ];
    }

    /** @return list<Finding> */
    public function of(Inspected $piece): array
    {
        $findings = [];
        foreach ($this->checks as $check) {
            array_push($findings, ...$check->findings($piece));
        }
        usort($findings, static fn (Finding $a, Finding $b): int => $b->severity->rank() <=> $a->severity->rank());

        return $findings;
    }
}
