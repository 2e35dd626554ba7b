<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Message;
use Morphea\Core\Rendering\Codes\CodeEncoder;

/** How one code comes out in one row; modules in dots. */
final readonly class CodeFacts extends LayerFacts
{
    public function __construct(
        string $layer,
        string $name,
        bool $placeholder,
        public string $text,
        public bool $empty,
        /** Why there is no code. */
        public Message|string|null $problem,
        public float $module,
        public float $leastModule,
        /** Of the modules with what is behind them; null where that is not known. */
        public ?float $contrast,
        public float $dpi,
    ) {
        parent::__construct($layer, $name, $placeholder);
    }

    public function tooSmall(): bool
    {
        return null === $this->problem && !$this->empty && $this->module < $this->leastModule - 0.001;
    }

    /** A length as people read it: millimetres on paper, pixels on screens. */
    public function length(float $dots): Message
    {
        return CodeEncoder::isForPaper($this->dpi)
            ? new Message('warnings.size', ['size' => round(($dots / $this->dpi) * 25.4, 2), 'unit' => 'mm'])
            : new Message('warnings.size', ['size' => round($dots, 1), 'unit' => 'px']);
    }
}
