<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Email;

use Morphea\Core\Table\Cells\EmailAddress;
use Morphea\Core\Table\Cells\EmailAddressException;
use Morphea\Core\Table\Data\Record;

/**
 * Who in a table gets an email and who does not, with the reason. Every row is in exactly one of the two lists. A copy
 * that cannot be sent does not hold back the person's own email; it is reported separately.
 */
final readonly class MailingPlan
{
    /**
     * @param list<PlannedEmail>      $mails
     * @param list<SkippedRow>      $left
     * @param list<SkippedRow>      $wrongCopies rows of which a copy has an address that cannot be right
     * @param array<string, int> $unclear     how many rows have each answer that is neither yes nor no, folded
     */
    private function __construct(public array $mails, public array $left, public array $wrongCopies, public array $unclear)
    {
    }

    /**
     * @param iterable<Record>                  $rows    that take part
     * @param array<string, SkipReason>                $closed  addresses, by key, that are not to be written to
     * @param array<string, array<int, string>> $written prints of the rows that had this email, by key of the address and by
     *     id; an empty one where it is not known any more
     * @param array<int, mixed>                 $made    by ids of rows of which something was made; all that is asked is whether
     *     they are there
     * @param array<int, true> $strange ids of rows that strangers filled in: their cells never become links
     */
    public static function of(
        MailingOrder $order,
        EmailText $text,
        iterable $rows,
        array $closed,
        array $written,
        array $made,
        array $strange = [],
    ): self {
        $mails = $left = $wrongCopies = $seen = $unclear = [];
        foreach ($rows as $row) {
            $one = self::row($order, $text, $row, $closed, $written, $made, $seen);
            if ($one instanceof PlannedEmail) {
                [$copies, $wrong] = self::copies($order, $row, $closed);
                $mails[] = new PlannedEmail(
                    $row,
                    $one->to,
                    $copies,
                    true,
                    isset($strange[$row->id ?? 0]) ? LinkBreaker::record($row) : null,
                );
                null === $wrong || ($wrongCopies[] = $wrong);
                continue;
            }
            $left[] = $one;
            if (SkipReason::Unclear === $one->why && \is_string($one->words)) {
                $said = Consent::fold($one->words);
                $unclear[$said] = ($unclear[$said] ?? 0) + 1;
            }
        }
        arsort($unclear);

        return new self($mails, $left, $wrongCopies, $unclear);
    }

    /** @return array<string, int> how many of each reason, the ones to be mended first */
    public function reasons(): array
    {
        $counts = [];
        foreach (SkipReason::cases() as $why) {
            $counts[$why->value] = \count(array_filter($this->left, static fn (SkippedRow $one): bool => $one->why === $why));
        }

        return array_filter($counts);
    }

    /** @return list<SkippedRow> the rows that were written to before they were corrected */
    public function corrected(): array
    {
        return array_values(array_filter($this->left, static fn (SkippedRow $one): bool => SkipReason::Corrected === $one->why));
    }

    /** A fingerprint of a row: the same until something in it changes. Empty cells are ignored. */
    public static function print(Record $row): string
    {
        $cells = array_filter(array_map(trim(...), $row->cells), static fn (string $cell): bool => '' !== $cell);
        ksort($cells);

        return substr(hash('sha256', serialize($cells)), 0, 16);
    }

    /**
     * @param array<string, SkipReason>                $closed
     * @param array<string, array<int, string>> $written
     * @param array<int, mixed>                 $made
     * @param array<string, true>               $seen    added to
     */
    private static function row(
        MailingOrder $order,
        EmailText $text,
        Record $row,
        array $closed,
        array $written,
        array $made,
        array &$seen,
    ): PlannedEmail|SkippedRow {
        $cell = $row->cells[$order->to] ?? '';
        $id = $row->id ?? 0;
        if ('' === trim($cell)) {
            return new SkippedRow($row, SkipReason::NoAddress);
        }
        try {
            $to = EmailAddress::of($cell);
        } catch (EmailAddressException $e) {
            return new SkippedRow($row, SkipReason::WrongAddress, $e->says());
        }
        $said = '' === $order->consent ? '' : $row->cells[$order->consent] ?? '';
        $consent = '' === $order->consent ? Consent::Given : Consent::of($said, $order->yes);
        // Who had it by a row that is gone, or by another row of theirs, has it.
        $had = $order->once ? $written[$to->key()] ?? [] : array_intersect_key($written[$to->key()] ?? [], [$id => true]);
        $why = match (true) {
            Consent::Refused === $consent => SkipReason::NoConsent,
            Consent::Unclear === $consent => SkipReason::Unclear,
            isset($closed[$to->key()]) => $closed[$to->key()],
            PieceCarrier::Nothing !== $order->carried && !isset($made[$id]) => SkipReason::NoPiece,
            '' !== ($had[$id] ?? '') && self::print($row) !== $had[$id] => SkipReason::Corrected,
            isset($had[$id]) => SkipReason::Written,
            $order->once && isset($seen[$to->key()]) => SkipReason::Twice,
            [] !== $had => SkipReason::Written,
            default => null,
        };
        if (null === $why && [] !== ($problems = $text->problems($row))) {
            return new SkippedRow($row, SkipReason::WrongWords, $problems[0]);
        }
        if (null === $why || [] !== $had) {
            $seen[$to->key()] = true;
        }

        return match ($why) {
            null => new PlannedEmail($row, $to, []),
            SkipReason::Unclear => new SkippedRow($row, $why, EmailAddress::line($said)),
            default => new SkippedRow($row, $why, $to->email),
        };
    }

    /**
     * @param array<string, SkipReason> $closed
     *
     * @return array{list<EmailAddress>, SkippedRow|null} who gets a copy, and what is wrong with one
     */
    private static function copies(MailingOrder $order, Record $row, array $closed): array
    {
        $copies = [];
        $wrong = null;
        foreach ('' === $order->copy ? [] : EmailAddress::parts($row->cells[$order->copy] ?? '') as $part) {
            try {
                $copy = EmailAddress::of($part);
                isset($closed[$copy->key()]) || ($copies[$copy->key()] = $copy);
            } catch (EmailAddressException $e) {
                $wrong ??= new SkippedRow($row, SkipReason::WrongAddress, $e->says());
            }
        }

        return [array_values($copies), $wrong];
    }
}
