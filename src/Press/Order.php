<?php

declare(strict_types=1);

namespace Morphea\App\Press;

use Morphea\App\Render\Format;
use Symfony\Component\HttpFoundation\InputBag;

/** What a person orders in the press sentence, as written. */
final readonly class Order
{
    public function __construct(
        public Format $format,
        public string $rows,
        public string $name,
        public string $file,
        public bool $bleed = true,
    ) {
    }

    public function named(string $pattern): self
    {
        return new self($this->format, $this->rows, $pattern, $this->file, $this->bleed);
    }

    /** @param InputBag<bool|float|int|string> $input */
    public static function from(InputBag $input, self $default): self
    {
        return new self(
            Format::tryFrom($input->getString('format')) ?? $default->format,
            'all' !== $input->getString('which') ? trim($input->getString('rows', $default->rows)) : '',
            trim($input->getString('name', $default->name)),
            trim($input->getString('file', $default->file)),
            $input->has('bleed') ? $input->getBoolean('bleed') : $default->bleed,
        );
    }
}
