"""The window that rooms are put into: menus, inspector, documents, dialogs."""
