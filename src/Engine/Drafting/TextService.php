<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Drafting;

/** A service that writes texts. The built-in one uses word lists; MORPHEA_DRAFTING names a real one. */
interface TextService
{
    /**
     * Rows after the pattern of examples.
     *
     * @param list<string>       $headings
     * @param list<list<string>> $examples rows that are there
     * @param list<string>       $themes   what the rows are to be about, in turn; may be empty
     *
     * @return list<list<string>> cells in the order of the headings
     *
     * @throws DraftException
     */
    public function rows(array $headings, array $examples, array $themes, int $count, int $seed, string $locale): array;
}
