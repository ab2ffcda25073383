import ourlib


class Board:
    pass
