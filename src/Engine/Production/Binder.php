<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

use Morphea\App\Engine\Render\CancelledException;
use Morphea\App\Engine\Render\HelperDiedException;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Files\TemporaryDirectory;
use Morphea\Core\Message;
use Morphea\Core\Table\Naming\FreeName;
use Morphea\Core\Table\Naming\SafeName;

/** The documents of a run: one of all pieces, or one for each value of a column. */
final readonly class Binder
{
    private const NO_VALUE = 'without a value';
    private const LONGEST = 100;
    /** How often the program that writes a document may die over no piece in particular. */
    private const DEATHS = 3;

    /**
     * @param \Closure(): iterable<PieceRequest>     $pieces  all that are made, in order; asked for again for each document
     * @param string                           $name    of a document of all of them, without its ending
     * @param \Closure(string, string): void   $done    with the document's name, and the path it lies at until this returns
     * @param \Closure(PieceRequest, Message|string): void   $failed  with a piece that cannot be in one after all, and why
     * @param (\Closure(): bool)|null          $stopped
     *
     * @throws NoSpaceException|CancelledException
     */
    public function bind(
        Production $making,
        \Closure $pieces,
        string $name,
        \Closure $done,
        \Closure $failed,
        ?\Closure $stopped = null,
    ): void {
        foreach ($making->choices as $choice) {
            if (!$choice->output instanceof DocumentFormat) {
                continue;
            }
            $taken = [];
            foreach ($this->groups($choice, $pieces) as $value => $positions) {
                $wanted = null === $positions ? $name : SafeName::of((string) $value, self::LONGEST);
                $free = FreeName::of('' === $wanted ? self::NO_VALUE : $wanted, static function (string $name) use (&$taken): bool {
                    return isset($taken[mb_strtolower($name, 'UTF-8')]);
                });
                $taken[mb_strtolower($free, 'UTF-8')] = true;
                $this->document($making, $choice, $choice->output, $pieces, $positions, $free, $done, $failed, $stopped);
            }
        }
    }

    /**
     * @param \Closure(): iterable<PieceRequest>   $pieces
     * @param array<int, true>|null          $positions of pieces that come into it; null for all
     * @param \Closure(string, string): void $done
     * @param \Closure(PieceRequest, Message|string): void $failed
     * @param (\Closure(): bool)|null        $stopped
     */
    private function document(
        Production $making,
        ChosenFormat $choice,
        DocumentFormat $output,
        \Closure $pieces,
        ?array $positions,
        string $name,
        \Closure $done,
        \Closure $failed,
        ?\Closure $stopped,
    ): void {
        $in = [];
        foreach ($pieces() as $piece) {
            if (null === $positions || isset($positions[$piece->position])) {
                $in[] = $piece;
            }
        }
        TemporaryDirectory::in(static function (string $folder) use (
            $making,
            $choice,
            $output,
            $name,
            $done,
            $failed,
            $stopped,
            $in,
        ): void {
            $died = [];
            $deaths = 0;
            while ([] !== $in) {
                try {
                    $output->bind(new PieceStream($making, $in), "$folder/document", $name, $choice->settings, $stopped);
                    break;
                } catch (BadPieceException $e) {
                    $piece = $in[$e->place] ?? throw $e;
                    if ($e->getPrevious() instanceof HelperDiedException && !isset($died[$piece->position])) {
                        // What ended the program may have nothing to do with the piece: it is tried once more.
                        $died[$piece->position] = true;
                        continue;
                    }
                    // It was in order when it was tried; all others come into the document.
                    $failed($piece, $e->why);
                    array_splice($in, $e->place, 1);
                } catch (HelperDiedException $e) {
                    if (++$deaths >= self::DEATHS) {
                        throw $e;
                    }
                }
            }
            if ([] !== $in) {
                $done("$name.{$output->ending()}", "$folder/document");
            }
        });
    }

    /**
     * @param \Closure(): iterable<PieceRequest> $pieces
     *
     * @return array<array-key, array<int, true>|null> positions of pieces by the value of a column; all together without one
     */
    private function groups(ChosenFormat $choice, \Closure $pieces): array
    {
        $by = $choice->by();
        if (null === $by) {
            return ['' => null];
        }
        $groups = [];
        foreach ($pieces() as $piece) {
            $groups[trim($piece->row->cells[$by] ?? '')][$piece->position] = true;
        }

        return $groups;
    }
}
