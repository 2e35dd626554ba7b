<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use League\Flysystem\FilesystemException;
use League\Flysystem\FilesystemOperator;
use Morphea\App\Delivery\Ways\SharePages;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Files\StoreUnavailableException;
use Morphea\App\Platform\Language\Language;
use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\MadePieces;
use Morphea\Core\Delivery\Email\EmailFrame;
use Morphea\Core\Delivery\Email\EmailText;
use Morphea\Core\Delivery\Email\MailingOrder;
use Morphea\Core\Message;
use Morphea\Core\Table\Cells\EmailAddress;
use Symfony\Component\Mime\Address;
use Symfony\Component\Mime\Email;
use Symfony\Component\Mime\Exception\ExceptionInterface as MimeException;
use Symfony\Component\Mime\MimeTypes;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/** Turns an email's text into the email itself, with everything it carries. */
final class EmailWriter
{
    /** Bytes of all that is attached, at the most: larger emails are refused by many servers. */
    public const HEAVIEST = 18_000_000;
    /** @var array<string, EmailText> by what is ordered */
    private array $texts = [];

    public function __construct(
        private readonly SharePages $links,
        private readonly MadePieces $made,
        private readonly FilesystemOperator $files,
        private readonly UrlGeneratorInterface $urls,
        private readonly string $mailFrom,
        private readonly string $bounces,
        private readonly Words $words,
    ) {
    }

    /**
     * @param string $base as https://guild.example
     *
     * @throws NoPieceException       when what it should bring is not there
     * @throws StoreUnavailableException     when it cannot be read just now
     * @throws MimeException when an address is none for an email after all
     */
    public function email(Project $project, MailingOrder $order, QueuedEmail $queued, string $base): Email
    {
        $text = $this->text($order, $project->design()->locale);
        // The page of a piece is between the house and its person: who gets a copy has it only where that was said.
        $page = $order->carried->isLinked() && (!$queued->isCopy() || $order->copyPage) ? $this->page($project, $queued, $base) : null;
        $off = $base . $this->urls->generate('mail_off', ['token' => $queued->token]);
        $written = $text->fill($queued->row, $page, $this->frame($project->language(), $order->from, $queued), $off);
        $email = (new Email())
            ->from(new Address($this->mailFrom, $order->from))
            ->to(new Address($queued->email, $queued->name))
            ->subject($written->subject)
            ->text($written->plain)
            ->html($written->html());
        $headers = $email->getHeaders();
        $headers->addIdHeader('Message-ID', $this->message($queued));
        // RFC 2369 and RFC 8058: whoever gets it takes themselves off with one press, without signing in.
        $headers->addTextHeader('List-Unsubscribe', "<$off>");
        $headers->addTextHeader('List-Unsubscribe-Post', 'List-Unsubscribe=One-Click');
        if ('' !== $order->reply) {
            $email->replyTo(new Address(EmailAddress::of($order->reply)->email));
        }
        if ($order->carried->isAttached()) {
            $this->attach($project, $queued, $email);
        }

        return $email;
    }

    /** The return address: it contains the email's token if the server accepts addresses with a +. */
    public function comesBackTo(QueuedEmail $queued): Address
    {
        [$local, $domain] = explode('@', $this->bounces, 2) + ['', ''];

        return new Address('' === $this->bounces ? $this->mailFrom : "$local+$queued->sign@$domain");
    }

    /** Its Message-ID: the same for every attempt, so that the recipient's program recognises it. It grants no access. */
    public function message(QueuedEmail $queued): string
    {
        return $queued->sign . '@' . (explode('@', $this->mailFrom, 2)[1] ?? 'localhost');
    }

    public function text(MailingOrder $order, string $locale): EmailText
    {
        $key = $locale . $order->key();
        if (\count($this->texts) > 8) {
            $this->texts = [];
        }

        return $this->texts[$key] ??= new EmailText($order, $locale);
    }

    private function frame(Language $language, string $from, QueuedEmail $queued): EmailFrame
    {
        $say = fn (string $id, array $slots = []): string => $this->words->say(new Message("public.mail.$id", $slots), $language);

        return new EmailFrame(
            $say('open'),
            $queued->isCopy() ? $say('copy', ['from' => $from, 'address' => $queued->copyOf]) : $say('foot', ['from' => $from]),
            $say('unsubscribe'),
        );
    }

    /** @throws NoPieceException */
    private function page(Project $project, QueuedEmail $queued, string $base): string
    {
        $pages = null === $queued->row->id ? [] : $this->links->paths($project, [$queued->row->id]);
        // What is only looked at has no page of its own yet.
        $shown = 0 === $queued->id ? $this->urls->generate('link', ['token' => str_repeat('x', 22)]) : null;

        return $base . ($pages[$queued->row->id] ?? $shown ?? throw new NoPieceException(new Message('email.piece.revoked')));
    }

    /** @throws NoPieceException|StoreUnavailableException */
    private function attach(Project $project, QueuedEmail $queued, Email $email): void
    {
        $piece = null === $queued->row->id ? null : $this->made->find($project, $queued->row->id);
        if (null === $piece) {
            throw new NoPieceException(new Message('email.piece.gone'));
        }
        try {
            $bytes = 0;
            foreach ($this->made->files($piece) as $file) {
                $kept = $this->made->file($piece, $file['number']);
                // Nothing is read that could not be sent.
                $bytes += null === $kept ? 0 : $this->files->fileSize($kept['path']);
                $body = $bytes > self::HEAVIEST ? '' : (null === $kept ? $this->made->pdf($piece) : $this->files->read($kept['path']));
                $bytes += null === $kept ? \strlen($body) : 0;
                if ($bytes > self::HEAVIEST) {
                    throw new NoPieceException(new Message('email.piece.too_large'));
                }
                $name = basename($file['name']);
                $email->attach($body, $name, MimeTypes::getDefault()->getMimeTypes(pathinfo($name, \PATHINFO_EXTENSION))[0] ?? null);
            }
        } catch (RenderException $e) {
            throw new NoPieceException(new Message('email.piece.unreadable'), 0, $e);
        } catch (FilesystemException $e) {
            // What is there and cannot be read now is there later.
            throw StoreUnavailableException::behind($e) ?? new NoPieceException(new Message('email.piece.unreadable'), 0, $e);
        }
    }
}
