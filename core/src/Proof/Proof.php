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
            try {
                array_push($findings, ...$check->findings($piece));
            } catch (\Throwable $e) {
                // What one check cannot look at, the others do; and somebody has to.
                $findings[] = self::unchecked($check, $e);
            }
        }

        return self::worstFirst($findings);
    }

    /**
     * @param list<Finding> $findings
     *
     * @return list<Finding>
     */
    public static function worstFirst(array $findings): array
    {
        usort($findings, static fn (Finding $a, Finding $b): int => $b->severity->rank() <=> $a->severity->rank());

        return $findings;
    }

    private static function unchecked(Check $check, \Throwable $e): Finding
    {
        $name = substr((string) strrchr('\\' . $check::class, '\\'), 1);
        $why = mb_strimwidth($e->getMessage(), 0, 200, '…', 'UTF-8');

        return new Finding(FindingKind::Unchecked, Severity::LookAtIt, '', $name, "could not look at it: $why");
    }
}
