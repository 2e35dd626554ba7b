<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Checks;

use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Language\Words;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Table\Cells\Harmless;

/** Warnings as a table, one line each. */
final readonly class WarningsCsv
{
    private const HEAD = ['row', 'severity', 'kind', 'layer', 'warning', 'measured', 'limit'];

    public function __construct(private Words $words)
    {
    }

    /**
     * @param iterable<int, list<Warning>> $rows by number
     *
     * @throws NoSpaceException
     */
    public function write(string $path, iterable $rows): void
    {
        $out = @fopen($path, 'w') ?: throw new NoSpaceException("$path cannot be written.");
        fputcsv($out, self::HEAD, escape: '', eol: "\r\n");
        foreach ($rows as $row => $found) {
            foreach ($found as $one) {
                $line = [
                    (string) $row,
                    ...array_map($this->words->say(...), [$one->severity->label(), $one->kind->brief(), $one->name, $one->sentence]),
                ];
                $numbers = array_map(
                    static fn (?float $number): string => null === $number ? '' : (string) round($number, 2),
                    [$one->measured, $one->limit],
                );
                $cells = array_map(Harmless::cell(...), [...$line, ...$numbers]);
                if (false === fputcsv($out, $cells, escape: '', eol: "\r\n")) {
                    throw new NoSpaceException("There is no room for $path.");
                }
            }
        }
        fclose($out);
    }
}
