<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Press\Order;
use Morphea\App\Press\RunDesk;
use Morphea\App\Render\Format;
use Symfony\Component\Routing\Route;
use Symfony\Component\Routing\RouterInterface;

/** Another member's things do not exist, on any route there is or will be. */
final class OwnershipTest extends AppTestCase
{
    private const OPEN = ['sign_in', 'sign_up', 'sign_out', 'fonts'];

    public function testEveryRouteOfAnothersProjectIsNotFound(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|1|clocks|2026-03-01|7", 'owner@tidewick.example');
        $run = self::getContainer()->get(RunDesk::class)->start($project, new Order(Format::Svg, '', '{full_name}', 'x'));
        $values = ['project' => $project->id(), 'run' => $run->id(), 'name' => 'border.svg', 'number' => '0'];
        $this->browser->request('GET', "/projects/{$project->id()}/pictures/border.svg");
        self::assertResponseIsSuccessful('the owner does see it');

        $this->browser->loginUser($this->member('other@tidewick.example'));
        $token = $this->token();
        $walked = 0;
        foreach ($this->routes() as $name => $route) {
            if (!str_contains($route->getPath(), '{project}')) {
                self::assertStringNotContainsString('{', $route->getPath(), "$name names something no project owns: think about who may see it");
                continue;
            }
            $address = (string) preg_replace_callback('/\{!?(\w+)\}/', static fn (array $m): string => $values[$m[1]] ?? self::fail("Say what {{$m[1]}} is in this test."), $route->getPath());
            foreach ($route->getMethods() as $method) {
                $this->browser->request($method, $address, server: ['HTTP_X_CSRF_TOKEN' => $token]);
                self::assertResponseStatusCodeSame(404, "$method $address ($name)");
                ++$walked;
            }
        }
        self::assertGreaterThan(20, $walked);
        self::assertSame('Mending certificates', $this->reload($project)->name());
    }

    public function testARunIsNotFoundUnderAnotherProjectOfTheSameMember(): void
    {
        $project = $this->project("Full name\nNg");
        $run = self::getContainer()->get(RunDesk::class)->start($project, new Order(Format::Svg, '', '{full_name}', 'x'));
        $this->post('/projects', ['name' => 'Second', 'preset' => 'square']);
        self::assertSame(1, preg_match('~/projects/(\w+)/~', (string) $this->browser->getResponse()->headers->get('Location'), $m));
        $this->browser->request('GET', "/projects/{$m[1]}/press/runs/{$run->id()}");
        self::assertResponseStatusCodeSame(404);
    }

    public function testNobodySignedInSeesNothing(): void
    {
        foreach ($this->routes() as $name => $route) {
            if (\in_array($name, self::OPEN, true)) {
                continue;
            }
            $this->browser->request($route->getMethods()[0], strtr((string) preg_replace('/\{!?(?!number)\w+\}/', 'x', $route->getPath()), ['{number}' => '0']));
            self::assertResponseRedirects('/sign-in', message: $name);
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
