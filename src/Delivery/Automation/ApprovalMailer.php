<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

use Morphea\App\Project\Projects\Project;
use Symfony\Component\Mailer\MailerInterface;
use Symfony\Component\Mime\Address;
use Symfony\Component\Mime\Email;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Twig\Environment;

/** Tells the owner of a project that rows wait for a yes: an automation runs while nobody looks. */
final readonly class ApprovalMailer
{
    public function __construct(
        private AutomationRepository $store,
        private MailerInterface $mailer,
        private Environment $twig,
        private UrlGeneratorInterface $urls,
        private string $mailFrom,
    ) {
    }

    /** @param string $base as https://guild.example */
    public function ask(Project $project, string $base): void
    {
        $owner = $project->owner();
        $this->mailer->send(
            (new Email())
                ->from(new Address($this->mailFrom, 'Morphea'))
                ->to(new Address($owner->getUserIdentifier(), $owner->name))
                ->subject("{$project->name()}: rows are waiting for your yes")
                ->text($this->twig->render('follow/held.txt.twig', [
                    'name' => $owner->name,
                    'project' => $project->name(),
                    'count' => $this->store->held($project),
                    'link' => $base . $this->urls->generate('follow', ['project' => $project->id()]),
                ])),
        );
    }
}
