<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Delivery\Email\EmlFile;
use Morphea\App\Delivery\Email\Mailing;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\RunDispatcher;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternParts;
use Symfony\Component\DomCrawler\Crawler;

/** A mailing of certificates, and what came of it. */
trait Mailings
{
    private const ROWS = "Full name|Hours|Craft|Issued|Register|Mail\nOttilie|7|clocks|2026-01-01|1|otti@dune.example\n" .
        "Ng|6|chairs|2026-01-01|2|ng@dune.example\nВлада|5|radios|2026-01-01|3|vlada.dune.example\n" .
        "Bo|5|radios|2026-01-01|4|nobody@dune.example\nOtti again|5|radios|2026-01-01|5|OTTI@dune.example";

    private function made(string $rows = self::ROWS): Project
    {
        $project = $this->project($rows);
        self::getContainer()->get(RunDispatcher::class)->start($project, $this->orderOf('pdf', '{full_name}', 'all'));
        $this->work();
        self::getContainer()->get(FilesystemOperator::class)->deleteDirectory('mailbox');
        $this->entities()->clear();

        return $project;
    }

    /** @param array<string, string> $said */
    private function plan(Project $project, array $said): Crawler
    {
        return $this->post("/projects/{$project->id()}/deliver/mail/plan", $this->said($said));
    }

    /**
     * @param array<string, string> $said
     *
     * @return string address of the mailing
     */
    private function mailed(Project $project, array $said): string
    {
        $this->post("/projects/{$project->id()}/deliver/mail/send", $this->said($said));
        $address = (string) $this->browser->getResponse()->headers->get('Location');
        self::assertMatchesRegularExpression('~/deliver/mail/[0-9a-z]{26}$~', $address);
        $this->work();

        return $address;
    }

    /**
     * @param array<string, string> $said
     *
     * @return array<string, string>
     */
    private function said(array $said): array
    {
        $said += [
            'to' => 'mail',
            'subject' => 'Yours, {full_name}',
            'message' => "Dear {full_name},\n\nthank you for {hours, plural, one {# hour} other {# hours}}.",
            'from' => 'Isolde',
            'pace' => '6000',
            'once' => '1',
            'carried' => 'link',
        ];
        foreach (['subject', 'message'] as $words) {
            $said[$words] = (string) json_encode(PatternParts::of(Pattern::parse($said[$words])));
        }

        return $said;
    }

    /** @return list<EmlFile> that lie in the mailbox, whose subject begins like this */
    private function mails(string $subject = ''): array
    {
        $files = self::getContainer()->get(FilesystemOperator::class);
        $mails = [];
        foreach ($files->listContents('mailbox') as $file) {
            $mails[] = EmlFile::of($files->read($file->path()));
        }

        return array_values(array_filter($mails, static fn (EmlFile $mail): bool => str_starts_with($mail->headers['subject'], $subject)));
    }
}
