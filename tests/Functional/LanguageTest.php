<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Editor\Compose\DesignLanguages;
use Morphea\App\Platform\Language\Language;
use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Design\Edits\SetLanguage;
use Morphea\Core\Design\Model\Page;
use Morphea\Core\Message;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\Attributes\TestWith;

/** The interface in the language of who reads it. */
final class LanguageTest extends AppTestCase
{
    use Accounts;

    #[TestWith(['de-AT,de;q=0.9,en;q=0.5', 'de', 'Anmelden'])]
    #[TestWith(['fr', 'fr', 'Connexion'])]
    #[TestWith(['es-MX', 'es', 'Iniciar sesión'])]
    #[TestWith(['cy,is', 'en', 'Sign in'])]
    public function testAStrangerReadsWhatTheBrowserAsksFor(string $wanted, string $language, string $title): void
    {
        $page = $this->browser->request('GET', '/sign-in', server: ['HTTP_ACCEPT_LANGUAGE' => $wanted]);
        self::assertSame([$language, $title], [$page->filter('html')->attr('lang'), $page->filter('h1')->text()]);
    }

    public function testTheFootOfThePageOffersTheOtherLanguages(): void
    {
        $page = $this->browser->request('GET', '/sign-in');
        $page = $this->browser->click($page->selectLink('Deutsch')->link());
        self::assertSame('Anmelden', $page->filter('h1')->text());
        // What is wrong is said in it as well.
        $page = $this->browser->submitForm('Anmelden', ['email' => 'nobody@tidewick.example', 'password' => 'a kettle on the quay']);
        self::assertSame('Die E-Mail-Adresse oder das Passwort ist falsch.', $page->filter('[role="alert"]')->text());
    }

    public function testAMemberChoosesALanguageAndKeepsIt(): void
    {
        $this->browser->loginUser($this->member('isolde@tidewick.example'));
        $this->post('/account/language', ['language' => 'de', 'zone' => 'Europe/Berlin']);
        $page = $this->browser->followRedirect();
        self::assertSame(['de', 'Ihr Konto'], [$page->filter('html')->attr('lang'), $page->filter('h1')->text()]);
        self::assertStringContainsString('Ihre Sprache und Zeitzone sind gespeichert.', $page->filter('#notices')->text());
        self::assertSame('de', $page->filter('#language option[selected]')->attr('value'));

        $this->post('/account/language', ['language' => 'klingon', 'zone' => 'Europe/Berlin']);
        $page = $this->browser->followRedirect();
        self::assertSame('en', $page->filter('html')->attr('lang'), 'what nobody has is what the browser asks for');
    }

    public function testADesignIsInTheLanguageOfWhoBeganItAndInAnotherOneOnceThatIsChosen(): void
    {
        $member = $this->member('isolde@tidewick.example');
        $member->reads(Language::German);
        $this->entities()->flush();
        $this->browser->loginUser($member);
        $this->post('/projects', ['name' => 'Leer', 'preset' => 'card']);
        $blank = $this->entities()->getRepository(Project::class)->findOneBy([])?->design();
        self::assertSame(['de_DE', 'Vorderseite', 'Rückseite'], [
            $blank?->locale,
            ...array_map(static fn (Page $page): string => $page->name, $blank->pages ?? []),
        ]);

        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|1200.5|clocks|2026-03-09|1", 'tamsin@tidewick.example');
        $recipe = ['recipe' => 'date', 'column' => 'issued', 'part' => 'month-name'];
        $this->change($project, ['op' => 'column-add', 'heading' => 'Month', 'recipe' => $recipe]);
        $month = fn (): string => self::getContainer()->get(TableRows::class)->row($this->reload($project), 1)->cells['month'] ?? '';
        self::assertSame('March', $month());
        $this->post("/projects/{$project->id()}/compose/language", ['locale' => 'fr_FR', 'row' => '1']);
        self::assertStringContainsString('mars 2026', $this->body());
        self::assertSame('mars', $month(), 'recipes that write dates run again');
        // Languages that are passed over with the arrow keys are one step back.
        foreach (['fi', 'fr_FR'] as $passed) {
            $this->post("/projects/{$project->id()}/compose/language", ['locale' => $passed, 'row' => '1', 'burst' => 'language']);
        }
        $this->post("/projects/{$project->id()}/compose/undo", ['row' => '1']);
        self::assertStringContainsString('mars 2026', $this->body());
        $this->post("/projects/{$project->id()}/compose/undo", ['row' => '1']);
        self::assertStringContainsString('March 2026', $this->body());
        self::assertSame('March', $month());
        $this->post("/projects/{$project->id()}/compose/language", ['locale' => 'tlh', 'row' => '1']);
        self::assertStringContainsString('“tlh” is not a language', $this->body());
        $design = $this->reload($project)->design();
        self::assertSame('en_GB', $design->locale);
        $offered = self::getContainer()->get(DesignLanguages::class)->all('en_GB');
        self::assertSame(['German (Germany)', 'Welsh'], [$offered['de_DE'], $offered['cy']]);
        foreach (array_keys($offered) as $locale) {
            self::assertSame($locale, (new SetLanguage($locale))->apply($design)->locale);
        }
    }

    #[Group('stored')]
    public function testStrangersReadTheLanguageOfTheProjectOrTheOneTheyChose(): void
    {
        $member = $this->member('isolde@tidewick.example');
        $member->reads(Language::French);
        $this->entities()->flush();
        $this->browser->request('GET', '/genuine', server: ['HTTP_ACCEPT_LANGUAGE' => 'es']);
        self::assertStringContainsString('Verificar una pieza', $this->browser->getCrawler()->text(), 'no project is named here');
        $page = $this->browser->request('GET', '/genuine/7H3K-0QWM-9XZ2?lang=de');
        self::assertSame('✗ Unbekannter Code', $page->filter('h1')->text());
        self::assertSame('de', $page->filter('form [name="lang"]')->attr('value'), 'the choice goes along');
        self::assertSame('?lang=fr', $page->selectLink('Français')->attr('href'));
    }

    #[Group('stored')]
    public function testAProjectsPagesFormsAndEmailsAreInItsLanguage(): void
    {
        $project = $this->project("Full name|Mail\nOttilie|otti@tidewick.example");
        $this->post("/projects/{$project->id()}/deliver/language", ['language' => 'es', 'zone' => 'UTC']);
        self::assertStringContainsString('Español', $this->browser->followRedirect()->filter('#notices')->text());
        $this->post("/projects/{$project->id()}/deliver/form", [
            'title' => 'Taller',
            'fields' => [['asked' => '1', 'column' => 'full_name', 'label' => 'Nombre', 'kind' => 'line']],
            'open' => '1',
        ]);
        $page = $this->browser->followRedirect();
        $address = (string) $page->filter('a[href^="/answer/"]')->attr('href');
        $page = $this->browser->request('GET', $address, server: ['HTTP_ACCEPT_LANGUAGE' => 'de']);
        self::assertSame(['es', 'Ver la vista previa'], [$page->filter('html')->attr('lang'), $page->filter('button.btn-go')->text()]);
        $page = $this->browser->click($page->selectLink('Deutsch')->link());
        self::assertSame('Vorschau ansehen', $page->filter('button.btn-go')->text());
        $this->post("/projects/{$project->id()}/deliver/language", ['language' => 'xx', 'zone' => 'UTC']);
        self::assertSame(Language::Spanish, $this->reload($project)->language(), 'one that we do not have changes nothing');
    }

    public function testPagesOfErrorsSayItInTheLanguageOfWhoReadsThem(): void
    {
        $page = $this->browser->request('GET', '/nowhere', server: ['HTTP_ACCEPT_LANGUAGE' => 'fr']);
        self::assertResponseStatusCodeSame(404);
        self::assertSame(['fr', 'Page introuvable'], [$page->filter('html')->attr('lang'), $page->filter('h1')->text()]);
        self::assertSame('Aller à vos projets', $page->filter('a')->text());
        $page = $this->browser->request('GET', '/sign-in?lang[]=de');
        self::assertSame('Sign in', $page->filter('h1')->text(), 'what is no language changes nothing');
    }

    public function testWordsFollowTheLanguage(): void
    {
        $words = self::getContainer()->get(Words::class);
        $wait = new Message('account.sign_in.too_often', ['wait' => new Message('common.wait.minutes', ['count' => 1])]);
        self::assertSame('Too many wrong passwords. Try again in 1 minute.', $words->say($wait, Language::English));
        self::assertSame('Trop de mots de passe incorrects. Réessayez dans 1 minute.', $words->say($wait, Language::French));
        $list = new Message('account.delete.outside', ['names' => ['Ottilie']]);
        self::assertSame('Other people rely on these:', $words->say($list, Language::English));
        self::assertSame('1.234,5 MB', $words->say(new Message('common.size.megabytes', ['size' => 1234.5]), Language::German));
        self::assertSame('Words of before', $words->say('Words of before', Language::German));
    }

    public function testWhatStandsInASentenceIsEscapedAndControlsAreNot(): void
    {
        $twig = self::getContainer()->get('twig');
        $said = $twig->createTemplate(
            '{% set link %}<a href="/x">{{ who }}</a>{% endset %}{{ t("account.sign_up.new_here", {link}) }}|' .
            '{{ t("common.projects_of", {name: who}) }}|{{ words("common.projects_of", {name: who}) }}',
        )->render(['who' => '<b>Ng</b>']);
        self::assertSame(
            'New here? <a href="/x">&lt;b&gt;Ng&lt;/b&gt;</a>|All projects of &lt;b&gt;Ng&lt;/b&gt;|All projects of &lt;b&gt;Ng&lt;/b&gt;',
            $said,
        );
    }
}
