<?php

declare(strict_types=1);

namespace Morphea\App\Press;

use Morphea\App\Making\Output;
use Morphea\App\Making\Outputs;
use Symfony\Component\HttpFoundation\InputBag;

/** What a person orders in the press sentence, as written. */
final readonly class Order
{
    public function __construct(
        public Output $output,
        public string $rows,
        public string $name,
        public string $file,
        public bool $bleed = true,
    ) {
    }

    public function named(string $pattern): self
    {
        return new self($this->output, $this->rows, $pattern, $this->file, $this->bleed);
    }

    /** @param InputBag<bool|float|int|string> $input */
    public static function from(InputBag $input, self $default, Outputs $outputs): self
    {
        return new self(
            $outputs->find($input->getString('format')) ?? $default->output,
            'all' !== $input->getString('which') ? trim($input->getString('rows', $default->rows)) : '',
            trim($input->getString('name', $default->name)),
            trim($input->getString('file', $default->file)),
            $input->has('bleed') ? $input->getBoolean('bleed') : $default->bleed,
        );
    }
}
