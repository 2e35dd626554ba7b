<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Component\Routing\RouterInterface;

/** Values of the wrong shape are refused in words, by every route there is or will be: none of them is a fault of the server. */
#[Group('alone')]
final class ShapesTest extends AppTestCase
{
    /** Routes that would end the test, or take long: they sign out, delete what is tried, wait on purpose, or mix sound. */
    private const APART = ['sign_out', 'project_delete', 'account_delete_now', 'sign_reset', 'compose_heard'];

    #[TestWith(['x'])]
    #[TestWith(['-1'])]
    #[TestWith(['99999999999999999999999'])]
    #[TestWith(["\xFF\0"])]
    #[TestWith([['x']])]
    #[TestWith([['x' => ['y' => ['z' => 'deep']]]])]
    #[TestWith(['[{"column":5},null,[],{"words":[]}]'])]
    #[TestWith(['{"layers":[5],"dpi":"x","points":[[1]],"picture":[]}'])]
    public function testNoRouteFailsOverThem(mixed $value): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register|Mail\nNg|1|clocks|2026-03-09|1|ng@dune.example");
        $this->order($project, ['format' => 'svg']);
        $this->work();
        $token = $this->token();
        $names = self::names();
        $values = ['{project}' => $project->id(), '{token}' => str_repeat('x', 22)];
        $values['{run}'] = (string) $this->entities()->getConnection()->fetchOne('SELECT id FROM run');
        $failed = [];
        foreach (self::getContainer()->get(RouterInterface::class)->getRouteCollection() as $name => $route) {
            if (\in_array($name, self::APART, true)) {
                continue;
            }
            $address = strtr($route->getPath(), $values);
            $parts = ['/\{!?(number|position|page|post|order|labels|letter|mark)\}/', '/\{!?\w+\}/'];
            $address = (string) preg_replace($parts, ['1', 'xxx'], $address);
            foreach ($route->getMethods() as $method) {
                $fields = array_fill_keys($names, $value);
                $server = ['HTTP_X_CSRF_TOKEN' => $token, 'HTTP_X_REQUESTED_WITH' => 'fetch', 'HTTP_ORIGIN' => 'http://localhost'];
                $this->entities()->clear();
                $this->browser->request($method, $address, $fields, [], $server);
                $status = $this->browser->getResponse()->getStatusCode();
                if ($status >= 500 && 503 !== $status) {
                    $failed[] = "$method $address ($name): " . mb_substr(strip_tags($this->body()), 0, 160);
                }
                if ('POST' === $method) {
                    $json = (string) json_encode($fields, \JSON_INVALID_UTF8_SUBSTITUTE);
                    $this->browser->request($method, $address, [], [], $server + ['CONTENT_TYPE' => 'application/json'], $json);
                    if ($this->browser->getResponse()->getStatusCode() >= 500) {
                        $failed[] = "JSON $address ($name): " . mb_substr(strip_tags($this->body()), 0, 160);
                    }
                }
            }
        }
        self::assertSame([], $failed);
    }

    /** @return list<string> of all fields that any part of the application asks for */
    private static function names(): array
    {
        $names = [];
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator(\dirname(__DIR__, 2) . '/src')) as $file) {
            $isCode = $file instanceof \SplFileInfo && 'php' === $file->getExtension();
            $code = $isCode ? (string) file_get_contents($file->getPathname()) : '';
            preg_match_all('/->(?:getString|getInt|getBoolean|getEnum|get|all|has)\(\'([a-z_]\w*)\'/i', $code, $found);
            array_push($names, ...$found[1]);
            preg_match_all('/(?:\$text|\$number|\$said|\$data)\(?\[?\'([a-z_]\w*)\'/i', $code, $found);
            array_push($names, ...$found[1]);
        }
        $names = array_diff(array_unique($names), ['_token', '_once', '_route', '_guest']);
        self::assertGreaterThan(100, \count($names));

        return array_values($names);
    }
}
