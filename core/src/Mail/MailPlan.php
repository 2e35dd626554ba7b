<?php

declare(strict_types=1);

namespace Morphea\Core\Mail;

use Morphea\Core\Data\Record;

/** Who of a table is written to, and who is not, with the reason. Every row is in exactly one of both. */
final readonly class MailPlan
{
    /**
     * @param list<Planned> $mails
     * @param list<LeftOut> $left
     */
    private function __construct(public array $mails, public array $left)
    {
    }

    /**
     * @param iterable<Record>   $rows    that take part
     * @param array<string, Why> $closed  addresses, by key, that are not to be written to
     * @param array<int, true>   $written ids of rows that had this very mail
     * @param array<int, mixed>  $made    by ids of rows of which something was made; all that is asked is whether they are there
     */
    public static function of(MailOrder $order, MailText $text, iterable $rows, array $closed, array $written, array $made): self
    {
        $mails = $left = $seen = [];
        foreach ($rows as $row) {
            $one = self::row($order, $text, $row, $closed, $written, $made, $seen);
            $one instanceof Planned ? $mails[] = $one : $left[] = $one;
        }

        return new self($mails, $left);
    }

    /** @return array<string, int> how many of each reason, the ones to be mended first */
    public function reasons(): array
    {
        $counts = [];
        foreach (Why::cases() as $why) {
            $counts[$why->value] = \count(array_filter($this->left, static fn (LeftOut $one): bool => $one->why === $why));
        }

        return array_filter($counts);
    }

    /**
     * @param array<string, Why>  $closed
     * @param array<int, true>    $written
     * @param array<int, mixed>   $made
     * @param array<string, true> $seen    added to
     */
    private static function row(
        MailOrder $order,
        MailText $text,
        Record $row,
        array $closed,
        array $written,
        array $made,
        array &$seen,
    ): Planned|LeftOut {
        $cell = $row->cells[$order->to] ?? '';
        $id = $row->id ?? 0;
        if ('' === trim($cell)) {
            return new LeftOut($row, Why::NoAddress);
        }
        try {
            $to = Address::of($cell);
        } catch (MailError $e) {
            return new LeftOut($row, Why::WrongAddress, $e->getMessage());
        }
        try {
            $copies = '' === $order->copy ? [] : Address::all($row->cells[$order->copy] ?? '');
        } catch (MailError $e) {
            return new LeftOut($row, Why::WrongCopy, $e->getMessage());
        }
        $why = match (true) {
            '' !== $order->consent && !self::wants($row->cells[$order->consent] ?? '') => Why::NoConsent,
            isset($closed[$to->key()]) => $closed[$to->key()],
            Carried::Nothing !== $order->carried && !isset($made[$id]) => Why::NoPiece,
            isset($written[$id]) => Why::Written,
            $order->once && isset($seen[$to->key()]) => Why::Twice,
            default => null,
        };
        if (null === $why && [] !== ($problems = $text->problems($row))) {
            return new LeftOut($row, Why::WrongWords, $problems[0]);
        }
        // Who had it in an earlier mailing by another row of theirs has it.
        if (null === $why || Why::Written === $why) {
            $seen[$to->key()] = true;
        }
        $copies = array_values(array_filter($copies, static fn (Address $copy): bool => !isset($closed[$copy->key()])));

        return null === $why ? new Planned($row, $to, $copies) : new LeftOut($row, $why, $to->email);
    }

    /** Whether a cell agrees: anything that is neither empty nor a no. */
    private static function wants(string $cell): bool
    {
        return !\in_array(
            mb_strtolower(trim($cell), 'UTF-8'),
            ['', '0', 'no', 'n', 'false', 'off', 'never', 'not', '-', '–', '—', '✗', '☐', 'nein', 'non', 'nie', 'ні', 'нет'],
            true,
        );
    }
}
