<?php

declare(strict_types=1);

namespace Morphea\Core\Layout;

/** What became of one code in one row; modules in dots. */
final readonly class CodeFacts
{
    public function __construct(
        public string $layer,
        public string $name,
        public bool $placeholder,
        public string $text,
        public bool $empty,
        /** Why there is no code. */
        public ?string $problem,
        public float $module,
        public float $leastModule,
        /** Of the modules with what is behind them; null where that is not known. */
        public ?float $contrast,
        public float $dpi,
    ) {
    }

    public function tooSmall(): bool
    {
        return null === $this->problem && !$this->empty && $this->module < $this->leastModule - 0.001;
    }

    /** Millimetres, for reading. */
    public function mm(float $dots): float
    {
        return round(($dots / $this->dpi) * 25.4, 2);
    }
}
