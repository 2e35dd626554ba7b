<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Message;

/** Runs all checks on one page of one piece; the worst warnings come first. */
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
            new LinkCheck(),
            new PictureCheck(),
            new CropCheck(),
            new CodeCheck(),
            new OversetCheck(),
            new EdgeCheck(),
            new LeastSizeCheck(),
            new BreakCheck(),
            new CutOffCheck(),
            new GlyphCheck(),
            new ContrastCheck(),
            new EmptyCheck(),
            new SampleCheck(),
            new BracesCheck(),
            new TimeCheck(),
            new SoundCheck(),
            new UnderCheck(),
            new TouchCheck(),
        ];
    }

    /** @return list<Warning> what the layout tells */
    public function check(Inspected $piece): array
    {
        return $this->asked($piece, static fn (Check $check): bool => !$check instanceof PixelCheck);
    }

    /** @return list<Warning> what only the pixels tell */
    public function ofPixels(Inspected $piece): array
    {
        return $this->asked($piece, static fn (Check $check): bool => $check instanceof PixelCheck);
    }

    /**
     * @param \Closure(Check): bool $which
     *
     * @return list<Warning>
     */
    private function asked(Inspected $piece, \Closure $which): array
    {
        $warnings = [];
        foreach (array_filter($this->checks, $which) as $check) {
            try {
                array_push($warnings, ...$check->warnings($piece));
            } catch (\Throwable $e) {
                // What one check cannot look at, the others do; and somebody has to.
                $warnings[] = self::unchecked($check, $e);
            }
        }

        return self::worstFirst($warnings);
    }

    /**
     * @param list<Warning> $warnings
     *
     * @return list<Warning>
     */
    public static function worstFirst(array $warnings): array
    {
        usort($warnings, static fn (Warning $a, Warning $b): int => $b->severity->rank() <=> $a->severity->rank());

        return $warnings;
    }

    private static function unchecked(Check $check, \Throwable $e): Warning
    {
        $name = substr((string) strrchr('\\' . $check::class, '\\'), 1);
        $why = Message::why($e);

        return new Warning(WarningKind::Unchecked, Severity::LookAtIt, '', $name, new Message('warnings.unchecked', ['why' => $why]));
    }
}
