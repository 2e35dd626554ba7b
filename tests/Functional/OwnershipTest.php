<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Editor\Dashboard\OwnStarters;
use Morphea\App\Editor\Dashboard\SaveProject;
use Morphea\App\Engine\Import\FontReader;
use Morphea\App\Platform\Account\RateLimit;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Project\Assets\FontStore;
use Morphea\App\Runs\Runs\RunDispatcher;
use Symfony\Component\Routing\Route;
use Symfony\Component\Routing\RouterInterface;

/** Another member's things do not exist, on any route there is or will be. */
final class OwnershipTest extends AppTestCase
{
    private const OPEN = [
        'health', 'ready', 'metrics',
        'sign_in', 'sign_up', 'sign_up_with', 'sign_out', 'sign_token', 'sign_reset', 'sign_reset_with', 'fonts', ...self::HANDED,
    ];
    /** For whoever has an address that nobody can guess. */
    private const HANDED = [
        'link', 'link_picture', 'link_file', 'link_set', 'mail_off', 'genuine', 'genuine_file', 'genuine_keys', ...self::ANSWERS,
    ];
    private const ANSWERS = ['answer', 'answer_confirm', 'answer_fill', 'answer_seen', 'answer_picture', 'answer_letters', 'answer_give'];
    private const GUESSED = [
        '{answer}' => 'xxxxxxxxxxxxxxxxxxxxxx',
        '{token}' => 'xxxxxxxxxxxxxxxxxxxxxx', '{page}' => '0', '{number}' => '0', '{code}' => 'XXXX', '{key}' => '0000000000000000',
    ];
    /** Parts of addresses that can be anything. */
    private const FREE = '/\{!?(?!number|mark|position|order|labels|mailing|letter|post|hash|ending)\w+\}/';
    /** Names of things a member owns; in addresses without them everybody sees only what is their own. */
    private const OWNED = ['{project}', '{hash}', '{starter}', '{job}'];

    public function testEveryRouteOfAnothersProjectIsNotFound(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|1|clocks|2026-03-01|7", 'owner@tidewick.example');
        $run = self::getContainer()->get(RunDispatcher::class)->start($project, $this->orderOf('svg', '{full_name}', 'x'));
        $bytes = (string) file_get_contents(\dirname(__DIR__, 2) . '/fonts/lora/400.ttf');
        $font = self::getContainer()
            ->get(FontStore::class)
            ->add($project->owner(), self::getContainer()->get(FontReader::class)->read($bytes, 'own.ttf'));
        $starter = self::getContainer()->get(OwnStarters::class)->keep($project);
        $job = self::getContainer()
            ->get(JobDispatcher::class)
            ->note(SaveProject::KIND, $project->owner(), $project, ['name' => 'x']);
        $values = [
            'project' => $project->id(),
            'run' => $run->id(),
            'name' => 'border.svg',
            'mark' => '1',
            'number' => '0',
            'position' => '1',
            'order' => '1',
            'labels' => '1',
            'mailing' => str_repeat('0', 26),
            'letter' => '1',
            'post' => '1',
            'hash' => $font->hash(),
            'starter' => $starter->id(),
            'job' => $job->id(),
            'import' => str_repeat('0', 26),
            'upload' => str_repeat('0', 26),
            'file' => str_repeat('0', 26),
            'ending' => 'csv',
        ];
        $this->browser->request('GET', "/projects/{$project->id()}/pictures/border.svg");
        self::assertResponseIsSuccessful('the owner does see it');
        $this->browser->request('GET', "/own-fonts/{$font->hash()}");
        self::assertResponseIsSuccessful('and the font');

        $this->browser->loginUser($this->member('other@tidewick.example'));
        $token = $this->token();
        $walked = 0;
        foreach ($this->routes() as $name => $route) {
            if ([] === array_filter(self::OWNED, static fn (string $thing): bool => str_contains($route->getPath(), $thing))) {
                self::assertTrue(
                    \in_array($name, ['sign_reset_with', 'sign_up_with', ...self::HANDED], true) || !str_contains($route->getPath(), '{'),
                    "$name names something no project owns: think about who may see it",
                );
                if (\in_array($name, self::HANDED, true)) {
                    $address = strtr($route->getPath(), self::GUESSED);
                    $here = ['HTTP_ORIGIN' => 'http://localhost'];
                    $this->browser->request($route->getMethods()[0], $address, ['_token' => 'csrf-token'], [], $here);
                    self::assertResponseStatusCodeSame(404, "$name, with an address that nobody was given");
                    self::assertNotNull(RateLimit::tryFrom((string) $route->getDefault('_guest')), "$name has a limit");
                }
                continue;
            }
            $address = (string) preg_replace_callback(
                '/\{!?(\w+)\}/',
                static fn (array $m): string => $values[$m[1]] ?? self::fail("Say what {{$m[1]}} is in this test."),
                $route->getPath(),
            );
            foreach ($route->getMethods() as $method) {
                $this->browser->request($method, $address, server: ['HTTP_X_CSRF_TOKEN' => $token]);
                self::assertResponseStatusCodeSame(404, "$method $address ($name)");
                ++$walked;
            }
        }
        self::assertGreaterThan(20, $walked);
        self::assertSame('Mending certificates', $this->reload($project)->name());
        $this->post('/projects', ['starter' => $starter->id()]);
        self::assertResponseStatusCodeSame(404, 'nor is a project made from another\'s starter');
        $this->browser->request('GET', '/own-fonts.css');
        self::assertSame('', $this->body(), 'nor are another\'s fonts listed');
    }

    public function testARunIsNotFoundUnderAnotherProjectOfTheSameMember(): void
    {
        $project = $this->project("Full name\nNg");
        $run = self::getContainer()->get(RunDispatcher::class)->start($project, $this->orderOf('svg', '{full_name}', 'x'));
        $this->post('/projects', ['name' => 'Second', 'preset' => 'square']);
        self::assertSame(
            1,
            preg_match('~/projects/(\w+)/~', (string) $this->browser->getResponse()->headers->get('Location'), $m),
        );
        $this->browser->request('GET', "/projects/{$m[1]}/press/runs/{$run->id()}");
        self::assertResponseStatusCodeSame(404);
    }

    public function testNobodySignedInSeesNothing(): void
    {
        foreach ($this->routes() as $name => $route) {
            if (\in_array($name, self::OPEN, true)) {
                continue;
            }
            $this->browser->request(
                $route->getMethods()[0],
                strtr((string) preg_replace(self::FREE, 'x', $route->getPath()), [
                    '{number}' => '0',
                    '{mark}' => '1',
                    '{position}' => '1',
                    '{order}' => '1',
                    '{labels}' => '1',
                    '{mailing}' => str_repeat('0', 26),
                    '{letter}' => '1',
                    '{post}' => '1',
                    '{hash}' => str_repeat('0', 64),
                    '{ending}' => 'csv',
                ]),
            );
            self::assertSame(
                '/sign-in',
                parse_url((string) $this->browser->getResponse()->headers->get('Location'), \PHP_URL_PATH),
                $name,
            );
        }
    }

    /** @return iterable<string, Route> */
    private function routes(): iterable
    {
        foreach (self::getContainer()->get(RouterInterface::class)->getRouteCollection() as $name => $route) {
            if (!str_starts_with($name, '_')) {
                yield $name => $route;
            }
        }
    }
}
