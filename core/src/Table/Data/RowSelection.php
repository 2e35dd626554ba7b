<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data;

use Morphea\Core\Message;

/** A selection of rows as people write it: `1-10,15`; empty means all. */
final readonly class RowSelection
{
    /** @param list<int>|null $numbers sorted, each once; null means all */
    private function __construct(private ?array $numbers, public string $written)
    {
    }

    public static function all(): self
    {
        return new self(null, '');
    }

    /** @throws TableException when it cannot be read, or names rows the table has not */
    public static function parse(string $written, int $rows): self
    {
        $written = trim($written);
        if ('' === $written) {
            return self::all();
        }
        $numbers = [];
        foreach (explode(',', $written) as $part) {
            if (1 !== preg_match('/^\s*(\d{1,6})\s*(?:[-–]\s*(\d{1,6})?)?\s*$/u', $part, $m)) {
                throw new TableException(new Message('table.error.bad_rows', ['value' => mb_strimwidth(trim($part), 0, 40, '…')]));
            }
            $from = (int) $m[1];
            $to = isset($m[2]) ? (int) $m[2] : (1 === preg_match('/[-–]/u', $part) ? $rows : $from);
            if ($from < 1 || $to > $rows || $from > $to) {
                throw new TableException(new Message('table.error.rows_outside', ['value' => trim($part), 'count' => $rows]));
            }
            for ($n = $from; $n <= $to; ++$n) {
                $numbers[$n] = true;
            }
        }
        ksort($numbers);

        return new self(array_keys($numbers), $written);
    }

    /** @return list<int> row numbers out of a table of so many rows */
    public function numbers(int $rows): array
    {
        return $this->numbers ?? ($rows > 0 ? range(1, $rows) : []);
    }
}
