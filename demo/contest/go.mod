// The strategies are programs of their own, and no packages of Durchgang.
module durchgang.example/contest

go 1.26
