<?php

declare(strict_types=1);

namespace Morphea\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Morphea\App\Platform\Database\Migration;

/**
 * An email is known by its words and the address, whatever its row; copies are emails of their own; what stands in a Message-ID
 * opens nothing; and it is known how a row stood when it was written to.
 */
final class Version20261201040000 extends Migration
{
    public function getDescription(): string
    {
        return 'Emails are known by their address, and copies are emails of their own.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE letter ADD COLUMN email_key VARCHAR(40) DEFAULT '' NOT NULL");
        $this->addSql('ALTER TABLE letter ADD COLUMN once_for VARCHAR(40) DEFAULT NULL');
        $this->addSql("ALTER TABLE letter ADD COLUMN copy_of VARCHAR(254) DEFAULT '' NOT NULL");
        $this->addSql("ALTER TABLE letter ADD COLUMN sign VARCHAR(32) DEFAULT '' NOT NULL");
        $this->addSql("ALTER TABLE letter ADD COLUMN row_print VARCHAR(16) DEFAULT '' NOT NULL");
        // What went out before carried its token as its sign.
        $this->addSql('UPDATE letter SET sign = token');
        $mailings = $this->connection->fetchAllKeyValue('SELECT id, said FROM mailing');
        foreach ($mailings as $id => $said) {
            $said = (array) json_decode((string) $said, true) + ['subject' => '', 'message' => '', 'carried' => ''];
            $key = substr(hash('sha256', serialize([$said['subject'], $said['message'], $said['carried']])), 0, 40);
            $this->addSql('UPDATE letter SET email_key = ? WHERE mailing_id = ?', [$key, $id]);
        }
        // Copies of what still waits become emails of their own.
        $waiting = [] === $mailings ? [] : $this->connection->fetchAllAssociative(
            "SELECT * FROM letter WHERE state = 'waiting' AND copies <> '[]'",
        );
        foreach ($waiting as $letter) {
            foreach ((array) json_decode((string) $letter['copies'], true) as $copy) {
                $token = static fn (): string => rtrim(strtr(base64_encode(random_bytes(16)), '+/', '-_'), '=');
                $this->addSql(
                    "INSERT INTO letter (mailing_id, project_id, mail_key, row_id, row_number, email, email_name, copy_of, cells, token,
                        sign, state, copies, message, error) VALUES (?, ?, ?, ?, ?, ?, '', ?, ?, ?, ?, 'waiting', '[]', '', '')",
                    [
                        $letter['mailing_id'],
                        $letter['project_id'],
                        substr(hash('sha256', "{$letter['mail_key']}\n" . mb_strtolower((string) $copy, 'UTF-8')), 0, 40),
                        $letter['row_id'],
                        $letter['row_number'],
                        $copy,
                        $letter['email'],
                        $letter['cells'],
                        $token(),
                        $token(),
                    ],
                );
            }
            $this->addSql("UPDATE letter SET copies = '[]' WHERE id = ?", [$letter['id']]);
        }
        $this->addSql('CREATE UNIQUE INDEX letter_once_for ON letter (project_id, once_for)');
        $this->addSql('CREATE INDEX letter_email_key ON letter (project_id, email_key)');
        $this->addSql('CREATE INDEX letter_sign ON letter (sign)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP INDEX letter_sign');
        $this->addSql('DROP INDEX letter_email_key');
        $this->addSql('DROP INDEX letter_once_for');
        foreach (['email_key', 'once_for', 'copy_of', 'sign', 'row_print'] as $column) {
            $this->addSql("ALTER TABLE letter DROP COLUMN $column");
        }
    }
}
