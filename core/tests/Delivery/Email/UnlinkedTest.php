<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Delivery\Email;

use Morphea\Core\Delivery\Email\LinkBreaker;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** What strangers typed reads as it was typed, and is no link. */
final class UnlinkedTest extends TestCase
{
    #[TestWith(['http://evil.example/x?a=1#b'])]
    #[TestWith(['HTTPS://EVIL.EXAMPLE'])]
    #[TestWith(['www.evil.example'])]
    #[TestWith(['evil.example/path'])]
    #[TestWith(['see evil.example.'])]
    #[TestWith(['ftp://evil.example'])]
    #[TestWith(['javascript://evil.example/%0Aalert(1)'])]
    #[TestWith(['büro.example'])]
    public function testWhatReadsAsAPageIsNone(string $cell): void
    {
        $words = LinkBreaker::words($cell);
        self::assertSame($cell, str_replace("\u{200B}", '', $words));
        self::assertDoesNotMatchRegularExpression('~\w\.\p{L}{2,}|://~u', $words);
    }

    #[TestWith(['Ada Fell'])]
    #[TestWith(['12.5'])]
    #[TestWith(['Dr. Fell'])]
    #[TestWith(['2026-03-04'])]
    #[TestWith(['ada@dune.example'])]
    #[TestWith(['a/b and c: d'])]
    #[TestWith(['at 18:00'])]
    public function testOtherWordsStayAsTheyAre(string $cell): void
    {
        self::assertSame($cell, LinkBreaker::words($cell));
    }
}
