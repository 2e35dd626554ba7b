<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Editor\Dashboard\ProjectMaker;
use Morphea\App\Editor\Dashboard\StarterShelf;
use Morphea\App\Engine\Import\MorpheaArchive;
use Morphea\App\Platform\Account\Member;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;

/**
 * Installs the demo data: its member with a project from each starter, and the starters as .morphea files. Running it
 * again changes nothing.
 */
#[AsCommand('morphea:demo', 'Load the Tidewick Mending Guild')]
final class DemoCommand extends Command
{
    public const MAIL = 'warden@tidewick.example';
    public const PASSWORD = 'mend-and-make-do';

    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly UserPasswordHasherInterface $hasher,
        private readonly StarterShelf $starters,
        private readonly ProjectMaker $maker,
        private readonly MorpheaArchive $archive,
        private readonly string $projectDir,
    ) {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        @mkdir("$this->projectDir/var/demo", 0o777, true);
        $known = $this->entities->getRepository(Member::class)->findOneBy(['email' => self::MAIL]);
        $isNew = null === $known;
        $member = $known ?? new Member(self::MAIL, 'Isolde');
        $member->confirm();
        $this->entities->flush();
        if ($isNew) {
            $member->belongsTo('Tidewick Mending Guild', 'Isolde Quern');
            $member->setPassword($this->hasher->hashPassword($member, self::PASSWORD));
            $this->entities->persist($member);
            $this->entities->flush();
        }
        foreach (array_reverse($this->starters->all()) as $id) {
            $file = $this->starters->load($id);
            if (null === $file) {
                continue;
            }
            $this->archive->write("$this->projectDir/var/demo/$id.morphea", $file->design, $file->pictures, $file->table);
            if ($isNew) {
                $this->maker->fromFile($member, $file, "$id.csv");
            }
        }

        return Command::SUCCESS;
    }
}
