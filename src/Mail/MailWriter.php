<?php

declare(strict_types=1);

namespace Morphea\App\Mail;

use League\Flysystem\FilesystemException;
use League\Flysystem\FilesystemOperator;
use Morphea\App\Deliver\Handing;
use Morphea\App\Deliver\Links;
use Morphea\App\Entity\Project;
use Morphea\App\Render\RenderError;
use Morphea\Core\Mail\MailOrder;
use Morphea\Core\Mail\MailText;
use Symfony\Component\Mime\Address;
use Symfony\Component\Mime\Email;
use Symfony\Component\Mime\Exception\ExceptionInterface as MimeException;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/** From a letter to the mail itself, with all it carries. */
final class MailWriter
{
    /** Bytes of all that is attached, at the most: larger mails are refused by many servers. */
    public const HEAVIEST = 18_000_000;
    /** @var array<string, MailText> by what is ordered */
    private array $texts = [];

    public function __construct(
        private readonly Links $links,
        private readonly Handing $handing,
        private readonly FilesystemOperator $files,
        private readonly UrlGeneratorInterface $urls,
        private readonly string $mailFrom,
        private readonly string $bounces,
    ) {
    }

    /**
     * @param string $base as https://guild.example
     *
     * @throws NoPiece       when what it should bring is not there
     * @throws MimeException when an address is none for a mail after all
     */
    public function email(Project $project, MailOrder $order, Letter $letter, string $base): Email
    {
        $text = $this->text($order, $project->template()->locale);
        $page = $order->carried->isLinked() ? $this->page($project, $letter, $base) : null;
        $off = $base . $this->urls->generate('mail_off', ['token' => $letter->token]);
        $written = $text->of($letter->row, $page, $order->from, $off);
        // It comes back with the letter's own sign, where the server is told so (RFC 6152 calls for nothing else).
        [$local, $domain] = explode('@', '' === $this->bounces ? $this->mailFrom : $this->bounces, 2) + ['', ''];
        $email = (new Email())
            ->from(new Address($this->mailFrom, $order->from))
            ->to(new Address($letter->email, $letter->name))
            ->subject($written->subject)
            ->text($written->plain)
            ->html($written->html())
            ->returnPath('' === $this->bounces ? $this->mailFrom : "$local+$letter->token@$domain");
        $headers = $email->getHeaders();
        $headers->addIdHeader('Message-ID', $this->message($letter));
        // RFC 2369 and RFC 8058: whoever gets it takes themselves off with one press, without signing in.
        $headers->addTextHeader('List-Unsubscribe', "<$off>");
        $headers->addTextHeader('List-Unsubscribe-Post', 'List-Unsubscribe=One-Click');
        if ('' !== $order->reply) {
            $email->replyTo(new Address(\Morphea\Core\Mail\Address::of($order->reply)->email));
        }
        foreach ($letter->copies as $copy) {
            $email->addCc(new Address($copy));
        }
        if ($order->carried->isAttached()) {
            $this->attach($project, $letter, $email);
        }

        return $email;
    }

    /** Its Message-ID: the same whenever it is tried, so that whoever gets it knows it again. */
    public function message(Letter $letter): string
    {
        return $letter->token . '@' . (explode('@', $this->mailFrom, 2)[1] ?? 'localhost');
    }

    public function text(MailOrder $order, string $locale): MailText
    {
        $key = $locale . $order->key();
        if (\count($this->texts) > 8) {
            $this->texts = [];
        }

        return $this->texts[$key] ??= new MailText($order, $locale);
    }

    /** @throws NoPiece */
    private function page(Project $project, Letter $letter, string $base): string
    {
        $pages = null === $letter->row->id ? [] : $this->links->of($project, [$letter->row->id]);
        // What is only looked at has no page of its own yet.
        $shown = 0 === $letter->id ? $this->urls->generate('link', ['token' => str_repeat('x', 22)]) : null;

        return $base . ($pages[$letter->row->id] ?? $shown ?? throw new NoPiece('The page it leads to was taken back.'));
    }

    /** @throws NoPiece */
    private function attach(Project $project, Letter $letter, Email $email): void
    {
        $handed = null === $letter->row->id ? null : $this->handing->newest($project, $letter->row->id);
        if (null === $handed) {
            throw new NoPiece('Its piece is not kept any more.');
        }
        try {
            $bytes = 0;
            foreach ($this->handing->files($handed) as $file) {
                $kept = $this->handing->file($handed, $file['number']);
                // Nothing is read that could not be sent.
                $bytes += null === $kept ? 0 : $this->files->fileSize($kept['path']);
                $body = $bytes > self::HEAVIEST ? '' : (null === $kept ? $this->handing->pdf($handed) : $this->files->read($kept['path']));
                $bytes += null === $kept ? \strlen($body) : 0;
                if ($bytes > self::HEAVIEST) {
                    throw new NoPiece('Its files are too large for a mail. Send a link to its page instead.');
                }
                $email->attach($body, basename($file['name']));
            }
        } catch (RenderError | FilesystemException $e) {
            throw new NoPiece('Its piece could not be read.', 0, $e);
        }
    }
}
