<?php

declare(strict_types=1);

namespace Ithrel\App\People;

use Doctrine\Common\Collections\Criteria;
use Doctrine\Common\Collections\Order;
use Doctrine\ORM\EntityManagerInterface;
use Ithrel\App\Store\Account;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;
use Symfony\Component\Security\Core\Exception\UnsupportedUserException;
use Symfony\Component\Security\Core\Exception\UserNotFoundException;
use Symfony\Component\Security\Core\User\PasswordAuthenticatedUserInterface;
use Symfony\Component\Security\Core\User\PasswordUpgraderInterface;
use Symfony\Component\Security\Core\User\UserInterface;
use Symfony\Component\Security\Core\User\UserProviderInterface;

/**
 * The accounts of a team: makes, changes, removes and finds them.
 *
 * @implements UserProviderInterface<Account>
 */
final readonly class Accounts implements UserProviderInterface, PasswordUpgraderInterface
{
    public const A_PAGE = 100;
    private const SHORTEST_PASSWORD = 10;

    /** Bytes; longer ones are work for the hash and no safer. */
    private const LONGEST_PASSWORD = 200;

    public function __construct(
        private EntityManagerInterface $entities,
        private UserPasswordHasherInterface $hasher,
    ) {}

    /**
     * @throws \DomainException where the name is taken, or name or password will not do
     */
    public function add(string $name, Role $role, string $password): Account
    {
        if ('' === $name || mb_strlen($name, 'UTF-8') > 200 || 1 === preg_match('/[\p{C}]/u', $name)) {
            throw new \DomainException('A name has 1 to 200 characters, and no control characters.');
        }
        $there = $this->entities->getRepository(Account::class)->findOneBy(['name' => $name]);
        if (null !== $there) {
            throw new \DomainException(
                $there->isRemoved()
                    ? sprintf(
                        '%s had an account that was removed; what was done under this name stays hers. Choose another.',
                        $name,
                    )
                    : sprintf('%s has an account.', $name),
            );
        }
        $account = new Account($name, $role, new \DateTimeImmutable());
        $this->hash($account, $password);
        $this->entities->persist($account);
        $this->entities->flush();

        return $account;
    }

    /** Whether somebody has, or had, an account of this name. */
    public function has(string $name): bool
    {
        return null !== $this->entities->getRepository(Account::class)->findOneBy(['name' => $name]);
    }

    /**
     * @throws \DomainException where there is no such account
     */
    public function get(string $name): Account
    {
        $account = $this->entities->getRepository(Account::class)->findOneBy(['name' => $name]);

        return null === $account || $account->isRemoved()
            ? throw new \DomainException(sprintf('There is no account of %s.', $name))
            : $account;
    }

    /**
     * @param string $after name; those after it
     *
     * @return list<Account> by name, a page of them
     */
    public function page(string $after): array
    {
        $rest = Criteria::create()
            ->where(Criteria::expr()->isNull('removedAt'))
            ->andWhere(Criteria::expr()->gt('name', $after))
            ->orderBy(['name' => Order::Ascending])
            ->setMaxResults(self::A_PAGE);

        return array_values($this->entities->getRepository(Account::class)->matching($rest)->toArray());
    }

    /**
     * @return list<Account> by name
     */
    public function all(): array
    {
        return $this->entities->getRepository(Account::class)->findBy(['removedAt' => null], ['name' => 'ASC']);
    }

    public function become(Account $account, Role $role): void
    {
        $account->become($role);
        $this->entities->flush();
    }

    /**
     * Somebody changes her own.
     *
     * @throws \DomainException where the old one is another, or the new one will not do
     */
    public function changePassword(Account $account, string $old, string $new): void
    {
        if (!$this->hasher->isPasswordValid($account, $old)) {
            throw new \DomainException('The password that you have now is another.');
        }
        $this->setPassword($account, $new);
    }

    /**
     * @throws \DomainException where the password will not do
     */
    public function setPassword(Account $account, string $password): void
    {
        $this->hash($account, $password);
        $this->entities->flush();
    }

    /** She is signed out everywhere with her next request. */
    public function remove(Account $account): void
    {
        $account->remove(new \DateTimeImmutable());
        $this->entities->flush();
    }

    public function loadUserByIdentifier(string $identifier): UserInterface
    {
        try {
            return $this->get($identifier);
        } catch (\DomainException $e) {
            throw new UserNotFoundException($e->getMessage(), 0, $e);
        }
    }

    public function refreshUser(UserInterface $user): UserInterface
    {
        return $user instanceof Account
            ? $this->loadUserByIdentifier($user->getUserIdentifier())
            : throw new UnsupportedUserException();
    }

    public function supportsClass(string $class): bool
    {
        return Account::class === $class;
    }

    public function upgradePassword(PasswordAuthenticatedUserInterface $user, string $newHashedPassword): void
    {
        if ($user instanceof Account) {
            $user->setPassword($newHashedPassword);
            $this->entities->flush();
        }
    }

    private function hash(Account $account, string $password): void
    {
        if (mb_strlen($password, 'UTF-8') < self::SHORTEST_PASSWORD || strlen($password) > self::LONGEST_PASSWORD) {
            throw new \DomainException(
                sprintf(
                    'A password has at least %d characters, and at most %d bytes.',
                    self::SHORTEST_PASSWORD,
                    self::LONGEST_PASSWORD,
                ),
            );
        }
        $account->setPassword($this->hasher->hashPassword($account, $password));
    }
}
