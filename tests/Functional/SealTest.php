<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Cli\IssuerCommand;
use Morphea\App\Cli\VerifyCommand;
use Morphea\App\Delivery\Verification\SealKeys;
use Morphea\App\Delivery\Verification\Seals;
use Morphea\App\Engine\Import\MorpheaArchive;
use Morphea\App\Platform\Account\RateLimit;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Runs\Runs\RunDispatcher;
use Morphea\Core\Table\Data\Recipe\VerificationCodes;
use Morphea\Core\Table\Data\Row;
use Morphea\Tests\Tools;
use PHPUnit\Framework\Attributes\Group;
use Symfony\Component\Console\Tester\CommandTester;
use Symfony\Component\DomCrawler\Crawler;

/** Pieces that carry a code by which anybody can check them. */
final class SealTest extends AppTestCase
{
    #[Group('stored')]
    public function testACodeIsPutOnThePieceSealedCheckedReplacedAndTakenBack(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nOttilie|7|clocks|2026-01-01|1\nNg|6|chairs|2026-01-01|2");
        $address = "/projects/{$project->id()}/deliver/genuine";
        self::assertStringContainsString('Add codes', $this->browser->request('GET', $address)->text());
        $this->post("$address/codes");
        $this->post("$address/design");
        $this->entities()->clear();
        $codes = $this->codes($project);
        self::assertCount(2, array_unique($codes));
        $this->make($project);

        // The printed piece has it in letters, and to be scanned.
        $pdf = $this->download($project);
        self::assertStringContainsString($codes[0], Tools::pdfText($pdf));
        self::assertContains("QR-Code:http://localhost/genuine/$codes[0]", Tools::codes(Tools::pdfPicture($pdf, 1, 200)));

        // Made, and not sealed: nothing is said of it yet.
        $page = $this->asked($codes[0]);
        self::assertResponseStatusCodeSame(404);
        self::assertStringContainsString('Nothing was issued with this code', $page->text());
        $this->seal($project);
        self::assertStringContainsString('2 pieces were sealed', $this->browser->followRedirect()->filter('#notices')->text());
        $page = $this->asked(strtolower(str_replace('-', ' ', $codes[0])));
        self::assertResponseIsSuccessful();
        self::assertSame('✓ Valid', $page->filter('h1')->text());
        $said = ['Ottilie', 'Certificate for clocks', '2026-01-01', 'Tidewick Mending Guild', $codes[0]];
        self::assertSame($said, $page->filter('dd')->each(
            static fn (Crawler $one): string => $one->text(),
        ));
        self::assertStringContainsString('Signed by the account of Isolde (no. 1)', $page->text());
        foreach (['Ng', $codes[1], $project->id(), 'isolde@', 'A national bank'] as $others) {
            self::assertStringNotContainsString($others, $this->body());
        }
        $wrong = $codes[0];
        $wrong[2] = '7' === $wrong[2] ? '8' : '7';
        self::assertStringContainsString('is not a valid code', $this->asked($wrong)->text());

        // Checked without the server.
        $this->browser->request('GET', "/genuine/$codes[0].json");
        $json = $this->body();
        $this->browser->request('GET', '/genuine/keys/' . json_decode($json, true)['key'] . '.json');
        $key = json_decode($this->body(), true)['public'];
        self::assertStringContainsString('Valid: Certificate for clocks, issued to Ottilie on 2026-01-01', $this->offline($json, $key, 0));
        self::assertStringContainsString('Not valid', $this->offline(str_replace('Ottilie', 'Otto', $json), $key, 1));
        self::assertStringContainsString('not a signed statement', $this->offline('{}', $key, 2));

        // Corrected and made anew, by another key: the old one is replaced, and the other stays as it is.
        $this->post("$address/key");
        $row = $this->row($project);
        $this->change($project, ['op' => 'cells', 'cells' => [$row => ['full_name' => 'Ottilie B.']], 'seen' => [$row => []]]);
        $this->make($project);
        $this->seal($project);
        $said = $this->browser->followRedirect()->filter('#notices')->text();
        self::assertStringContainsString('1 piece was sealed. 1 seal replaces an earlier one', $said);
        $page = $this->asked($codes[0]);
        self::assertSame('Ottilie B.', $page->filter('dd')->first()->text());
        self::assertStringContainsString('replacing one of', $page->text());
        $this->browser->request('GET', "/genuine/$codes[0].json");
        self::assertStringContainsString('Not valid', $this->offline($this->body(), $key, 1), 'the new one is by the new key');
        self::assertStringContainsString('Valid', $this->offline($json, $key, 0), 'the old statement still holds by the old key');

        // Taken back, with the reason; sealing all once more does not bring it back.
        $id = (string) $this->browser->request('GET', $address)->filter('[name=seal]')->first()->attr('value');
        $this->post("$address/back", ['seal' => $id, 'reason' => ' ']);
        self::assertStringContainsString('Enter a reason', $this->browser->followRedirect()->filter('#notices')->text());
        $this->post("$address/back", ['seal' => $id, 'reason' => 'The clock stopped again.']);
        $page = $this->asked($codes[0]);
        self::assertSame('✗ Revoked', $page->filter('h1')->text());
        self::assertStringContainsString('The clock stopped again.', $page->text());
        $this->seal($project);
        self::assertSame('✗ Revoked', $this->asked($codes[0])->filter('h1')->text());
        $this->browser->request('GET', "/genuine/$codes[0].json");
        self::assertResponseStatusCodeSame(404);
        $this->post("$address/back", ['seal' => $id, 'again' => '1']);
        self::assertSame('✓ Valid', $this->asked($codes[0])->filter('h1')->text());

        // Somebody changed the database: it is not genuine any more.
        $this->entities()->getConnection()->executeStatement("UPDATE seal SET statement = replace(statement, 'Ottilie B.', 'Otto')");
        self::assertSame('✗ Not valid', $this->asked($codes[0])->filter('h1')->text());
    }

    public function testOfKeysRenewedWithinASecondTheLastSigns(): void
    {
        $owner = $this->project("Full name|Hours|Craft|Issued|Register\nNg|6|chairs|2026-01-01|2")->owner();
        $keys = self::getContainer()->get(SealKeys::class);
        for ($i = 0; $i < 8; ++$i) {
            self::assertSame($keys->renew($owner)->id, $keys->newest($owner)->id);
        }
    }

    public function testGuessingIsSlowed(): void
    {
        $this->browser->request('GET', '/genuine');
        [$most] = RateLimit::WrongCode->most() ?? self::fail();
        for ($i = 1; $i <= $most; ++$i) {
            $this->browser->request('GET', '/genuine/' . substr(hash('sha256', (string) $i), 0, 12));
            self::assertResponseStatusCodeSame(404);
        }
        $this->browser->request('GET', '/genuine/7H3K-0QWM-9XZ2');
        self::assertResponseStatusCodeSame(429);
        self::assertGreaterThan(200, (int) $this->browser->getResponse()->headers->get('Retry-After'));
        self::assertStringContainsString('Try again in 5 minutes', $this->body());
        self::assertSame([], $this->browser->getResponse()->headers->getCookies());
    }

    #[Group('stored')]
    public function testTheIssuersNameIsConfirmedByAnAdministrator(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|6|chairs|2026-01-01|2");
        $this->post("/projects/{$project->id()}/deliver/genuine/codes");
        $this->entities()->clear();
        $this->make($project);
        $run = function (array $input, int $exit): string {
            $this->entities()->clear();
            $tester = new CommandTester(self::getContainer()->get(IssuerCommand::class));
            self::assertSame($exit, $tester->execute($input, ['capture_stderr_separately' => true]));

            return $tester->getDisplay() . $tester->getErrorOutput();
        };
        self::assertStringContainsString('no account', $run(['email' => 'nobody@tidewick.example', 'name' => 'X'], 2));
        self::assertStringContainsString('Tidewick Mending Guild', $run(['email' => 'isolde@tidewick.example'], 0));
        $told = $run(['email' => 'Isolde@tidewick.example', 'name' => ' Dune  Rowing Club '], 0);
        self::assertStringContainsString('Dune Rowing Club', $told);
        $this->seal($project);
        $code = $this->codes($project)[0];
        self::assertStringContainsString('Dune Rowing Club', $this->asked($code)->text());
        self::assertStringNotContainsString('not confirmed', $this->asked($code)->text());
        $run(['email' => 'isolde@tidewick.example', '--remove' => true], 0);
        self::assertStringContainsString('Dune Rowing Club (name not confirmed)', $this->asked($code)->text());
    }

    #[Group('stored')]
    public function testAFileNeverCarriesTheSecretAndACopyMakesItsOwnCodes(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|6|chairs|2026-01-01|2");
        $this->post("/projects/{$project->id()}/deliver/genuine/codes");
        $codes = $this->codes($project);
        $recipe = Seals::column($this->reload($project))?->recipe;
        self::assertInstanceOf(VerificationCodes::class, $recipe);
        $path = (string) tempnam(sys_get_temp_dir(), 'file');
        $table = self::getContainer()->get(TableRows::class)->table($this->reload($project));
        self::getContainer()->get(MorpheaArchive::class)->write($path, $project->design(), [], $table);
        $zip = new \ZipArchive();
        $zip->open($path);
        $all = '';
        for ($i = 0; $i < $zip->numFiles; ++$i) {
            $all .= (string) $zip->getFromIndex($i);
        }
        unlink($path);
        self::assertStringContainsString($codes[0], $all, 'the codes go along');
        self::assertStringNotContainsString($recipe->secret, $all, 'and what makes them does not');
        $this->post("/projects/{$project->id()}/copy", ['rows' => '1']);
        $this->entities()->clear();
        $copy = $this->entities()->getRepository(Project::class)->findOneBy([], ['createdAt' => 'DESC', 'id' => 'DESC']) ?? self::fail();
        self::assertNotSame($project->id(), $copy->id());
        self::assertCount(1, $this->codes($copy));
        self::assertNotSame($codes, $this->codes($copy));
    }

    public function testAddressesThatNobodyWroteAreNotFound(): void
    {
        foreach (['%00', 'a%00b'] as $code) {
            $this->browser->request('GET', "/genuine/$code");
            self::assertResponseStatusCodeSame(404, $code);
        }
    }

    public function testARightCodeIsAnsweredWhateverOthersTried(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|6|chairs|2026-01-01|2");
        $this->post("/projects/{$project->id()}/deliver/genuine/codes");
        $this->entities()->clear();
        $this->make($project);
        $this->seal($project);
        $code = $this->codes($project)[0];
        [$most] = RateLimit::WrongCode->most() ?? self::fail();
        for ($i = 0; $i <= $most; ++$i) {
            $this->browser->request('GET', '/genuine/' . substr(hash('sha256', (string) $i), 0, 12));
        }
        self::assertResponseStatusCodeSame(429);
        foreach (["/genuine/$code", "/genuine/$code.json"] as $address) {
            $this->browser->request('GET', $address);
            self::assertResponseIsSuccessful();
        }
    }

    #[Group('stored')]
    public function testACopyOfAProjectCannotSealByTheSameCodes(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|6|chairs|2026-01-01|2");
        $this->post("/projects/{$project->id()}/deliver/genuine/codes");
        $this->entities()->clear();
        $this->make($project);
        $this->seal($project);
        $this->entities()->clear();
        $column = Seals::column($this->reload($project));
        self::assertInstanceOf(VerificationCodes::class, $column?->recipe);
        $this->entities()->clear();
        $other = $this->project("Full name|Hours|Craft|Issued|Register\nOther|6|chairs|2026-01-01|2", 'other@tidewick.example');
        $this->post("/projects/{$other->id()}/deliver/genuine/codes");
        // As a copy of the project's file has it.
        $this->entities()->getConnection()->executeStatement(
            'UPDATE table_row SET cells = (SELECT cells FROM table_row WHERE project_id = ?)',
            [$project->id()],
        );
        $this->entities()->getConnection()->executeStatement('UPDATE project SET table_version = table_version + 1');
        $this->entities()->clear();
        $this->make($other);
        $this->seal($other);
        self::assertStringContainsString(
            'used by the project this one was copied from',
            $this->browser->followRedirect()->filter('#notices')->text(),
        );
    }

    private function seal(Project $project): void
    {
        $this->entities()->clear();
        $this->post("/projects/{$project->id()}/deliver/genuine/seal", [
            'whom' => 'full_name',
            'what' => (string) json_encode([['words' => 'Certificate for '], ['column' => 'craft', 'shown' => 'as-written']]),
            'day' => 'issued',
            'by' => 'A national bank',
        ]);
    }

    private function row(Project $project): int
    {
        $row = self::getContainer()->get(TableRows::class)->table($this->reload($project))->rows[0]->id;
        $this->entities()->clear();

        return $row;
    }

    private function make(Project $project): void
    {
        self::getContainer()->get(RunDispatcher::class)->start($this->reload($project), $this->orderOf('pdf', '{full_name}', 'all'));
        $this->work();
    }

    private function asked(string $code): Crawler
    {
        $this->entities()->clear();

        return $this->browser->request('GET', '/genuine/' . rawurlencode($code));
    }

    /** @return list<string> */
    private function codes(Project $project): array
    {
        $project = $this->reload($project);
        $table = self::getContainer()->get(TableRows::class)->table($project);
        $place = $table->place(Seals::column($project)->key ?? '');
        $codes = array_map(static fn (Row $row): string => $row->cells[$place], $table->rows);
        $this->entities()->clear();

        return $codes;
    }

    private function offline(string $json, string $key, int $exit): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'seal');
        file_put_contents($path, $json);
        $tester = new CommandTester(self::getContainer()->get(VerifyCommand::class));
        self::assertSame($exit, $tester->execute(['statement' => $path, 'key' => $key]));
        unlink($path);

        return $tester->getDisplay();
    }
}
