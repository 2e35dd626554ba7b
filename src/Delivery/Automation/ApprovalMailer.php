<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

use Morphea\App\Platform\Language\Language;
use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Automation\AutomationRule;
use Morphea\Core\Message;
use Symfony\Component\Mailer\MailerInterface;
use Symfony\Component\Mime\Address;
use Symfony\Component\Mime\Email;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/** Emails the owner of a project when rows wait for approval, because an automation runs unattended. */
final readonly class ApprovalMailer
{
    public function __construct(
        private AutomationRepository $store,
        private MailerInterface $mailer,
        private Words $words,
        private UrlGeneratorInterface $urls,
        private string $mailFrom,
    ) {
    }

    /** @param string $base as https://guild.example */
    public function ask(Project $project, string $base): void
    {
        $owner = $project->owner();
        $language = $owner->language() ?? Language::English;
        $this->mailer->send(
            (new Email())
                ->from(new Address($this->mailFrom, 'Morphea'))
                ->to(new Address($owner->getUserIdentifier(), $owner->name))
                ->subject($this->words->say(new Message('automation.held.subject', ['project' => $project->name()]), $language))
                ->text($this->words->say(new Message('automation.held.mail', [
                    'name' => $owner->name,
                    'project' => $project->name(),
                    'count' => $this->store->held($project),
                    'most' => AutomationRule::MANY,
                    'link' => $base . $this->urls->generate('follow', ['project' => $project->id()]),
                ]), $language) . "\n"),
        );
    }
}
