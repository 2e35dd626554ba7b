<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Delivery\Email\EmlFile;
use Morphea\App\Platform\Account\Member;

/** Somebody who signs up and in. */
trait Accounts
{
    private const PASSWORD = 'needle-and-thread';

    /** The link in the newest email of a subject. */
    private function mailed(string $subject): string
    {
        foreach ($this->files()->listContents('mailbox') as $file) {
            $mail = EmlFile::of($this->files()->read($file->path()));
            if ($subject === $mail->headers['subject']) {
                self::assertSame(1, preg_match('~http://localhost(/\S+)~', $mail->text('text/plain'), $m));
                $link = $m[1];
            }
        }

        return $link ?? self::fail("There is no email “{$subject}”.");
    }

    private function tamsin(): Member
    {
        $member = new Member('tamsin@tidewick.example', 'Tamsin');
        $member->setPassword(self::getContainer()->get('security.user_password_hasher')->hashPassword($member, self::PASSWORD));
        $this->entities()->persist($member);
        $this->entities()->flush();

        return $member;
    }

    /** @return string what is told */
    private function signIn(string $email, string $password, string $to = '', string $zone = ''): string
    {
        $fields = ['email' => $email, 'password' => $password, '_token' => 'csrf-token', 'to' => $to, 'zone' => $zone];
        $page = $this->browser
            ->request('POST', '/sign-in', $fields, server: ['HTTP_ORIGIN' => 'http://localhost'])
            ->filter('[role="alert"]');

        return 0 === $page->count() ? '' : $page->text();
    }
}
