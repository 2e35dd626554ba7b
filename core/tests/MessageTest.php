<?php

declare(strict_types=1);

namespace Morphea\Core\Tests;

use Morphea\Core\Message;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** What is stored of a sentence is which one it is and what stands in it. */
final class MessageTest extends TestCase
{
    public function testItIsReadAsItWasStored(): void
    {
        $message = new Message('proof.overset', [
            'layer' => 'Recipient',
            'lines' => 3,
            'size' => 12.0,
            'more' => true,
            'rows' => ['1', '2–4', new Message('common.all')],
            'when' => new \DateTimeImmutable('@1764576000'),
            'why' => new Message('proof.font.missing', ['family' => 'Harbour “Hand”']),
        ]);
        self::assertEquals($message, Message::read($message->stored()));
    }

    #[TestWith(['“Recipient” does not fit.'])]
    #[TestWith([''])]
    #[TestWith(['{"id":"cut off'])]
    #[TestWith(['{"id":"proof.overset"}'])]
    #[TestWith(['{"id":7,"parameters":{}}'])]
    public function testWordsOfBeforeStayWords(string $stored): void
    {
        self::assertSame($stored, Message::read($stored));
    }
}
