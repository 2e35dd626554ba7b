<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Doctrine\DBAL\Connection;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Clock\Time;
use Morphea\Core\Delivery\Email\MailingException;
use Morphea\Core\Message;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/** How many emails a member may send: none until their own address is confirmed, then the installation's daily limit. */
final readonly class EmailQuota
{
    public function __construct(
        private Connection $connection,
        /** Emails in 24 hours; 0 for as many as there are. */
        #[Autowire(env: 'int:MORPHEA_MAILS_A_DAY')] private int $mailsADay,
    ) {
    }

    /** @return int|null how many emails may still be sent today; null for as many as there are */
    public function left(Member $member): ?int
    {
        if (0 === $this->mailsADay) {
            return null;
        }
        $sent = (int) $this->connection->fetchOne(
            "SELECT COUNT(*) FROM letter JOIN mailing ON mailing.id = letter.mailing_id JOIN project ON project.id = mailing.project_id
                WHERE project.owner_id = ? AND mailing.made_at > ? AND letter.state <> 'left'",
            [$member->id(), Time::at('-1 day')->format('Y-m-d H:i:s')],
        );

        return max(0, $this->mailsADay - $sent);
    }

    /** @throws MailingException when so many may not be sent now */
    public function check(Member $member, int $emails): void
    {
        if (!$member->isConfirmed()) {
            throw new MailingException(new Message('email.wrong.not_confirmed'));
        }
        $left = $this->left($member);
        if (null !== $left && $emails > $left) {
            throw new MailingException(new Message('email.wrong.quota', [
                'emails' => $emails,
                'left' => $left,
                'quota' => $this->mailsADay,
            ]));
        }
    }
}
